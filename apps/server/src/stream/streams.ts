import { Injectable } from '@nestjs/common';
import { SAME_STREAM_MS } from '@gully/core/stream';
import { IsNull } from 'typeorm';
import { ChannelWorld, Keepers } from '../live/index.js';
import { Database, type EntityManager, newId } from '../database/index.js';
import { ArrivalRow, StreamRow } from './rows.js';

/** Milliseconds two accounts of when a stream began may differ and still mean the same stream. */
const SAME_MS = 60_000;
/** Viewers of whom it is remembered when they last arrived. */
const LAST_KEPT = 20_000;

/** Each stream there was, and who wrote in the one that runs. */
@Injectable()
export class Streams {
  private current: StreamRow | undefined;
  /** the one that ran last, while none does */
  private ended: StreamRow | undefined;
  private readonly arrived = new Set<string>();
  /** when viewers last arrived in a stream, of those looked up; null for never */
  private readonly last = new Map<string, number | null>();

  constructor(
    private readonly database: Database,
    keepers: Keepers,
    world: ChannelWorld,
  ) {
    // True for everybody while there is no stream.
    const view = {
      has: (viewer: string) => this.current === undefined || this.arrived.has(viewer),
      last: (viewer: string) => this.last.get(viewer) ?? undefined,
    };
    world.add('arrivals', { look: () => view, prepare: ({ viewers }) => this.loadLast(viewers) });
    keepers.add({
      kinds: ['arrival'],
      ofViewers: true,
      apply: ({ viewer, at }) => {
        this.arrived.add(viewer);
        this.last.set(viewer, at);
      },
      write: (manager, changes) => this.write(manager, changes),
      reload: () => this.readArrivals(),
    });
  }

  /** Reads what is on disk; before anything else is asked of it. */
  async load(): Promise<void> {
    const [open] = await this.database.read.find(StreamRow, {
      where: { endedAt: IsNull() },
      order: { startedAt: 'DESC' },
      take: 1,
    });
    if (open === undefined) {
      const [last] = await this.database.read.find(StreamRow, { order: { startedAt: 'DESC' }, take: 1 });
      this.ended = last;
      return;
    }
    this.current = open;
    await this.readArrivals();
  }

  /** @returns whether this is the stream that runs, the last one that is back, or one not known of before */
  async begin(startedAt: number): Promise<'same' | 'back' | 'new'> {
    if (this.current !== undefined && Math.abs(this.current.startedAt - startedAt) < SAME_MS) return 'same';
    const { current: before, ended: last } = this;
    if (before === undefined && last !== undefined && startedAt - (last.endedAt ?? 0) <= SAME_STREAM_MS) {
      await this.database.write((manager) => manager.update(StreamRow, { id: last.id }, { endedAt: null }));
      this.current = { ...last, endedAt: null };
      await this.readArrivals();
      return 'back';
    }
    const row: StreamRow = { id: newId(startedAt), startedAt, endedAt: null };
    await this.database.write(async (manager) => {
      // One whose end nobody saw ended before this began.
      if (before !== undefined) await manager.update(StreamRow, { id: before.id }, { endedAt: startedAt });
      await manager.insert(StreamRow, row);
    });
    this.current = row;
    this.arrived.clear();
    return 'new';
  }

  /** @returns true when a stream was running */
  async end(endedAt: number): Promise<boolean> {
    const { current } = this;
    if (current === undefined) return false;
    await this.database.write((manager) => manager.update(StreamRow, { id: current.id }, { endedAt }));
    this.ended = { ...current, endedAt };
    this.current = undefined;
    return true;
  }

  private async write(
    manager: EntityManager,
    arrivals: readonly { readonly viewer: string; readonly at: number }[],
  ): Promise<void> {
    const { current } = this;
    if (current === undefined) return;
    for (const { viewer, at } of arrivals)
      await manager.query('INSERT OR IGNORE INTO arrivals (stream_id, viewer_id, at) VALUES (?, ?, ?)', [
        current.id,
        viewer,
        at,
      ]);
  }

  /** Looks up when those who have not arrived yet came last; all others are not asked about. */
  private async loadLast(viewers: readonly string[]): Promise<void> {
    if (this.current === undefined) return;
    const unknown = viewers.filter((viewer) => !this.arrived.has(viewer) && !this.last.has(viewer));
    if (unknown.length === 0) return;
    const rows = await this.database.read.query<{ viewer: string; at: number }[]>(
      `SELECT coalesce(v.merged_into, a.viewer_id) AS viewer, max(a.at) AS at FROM arrivals a
       JOIN viewers v ON v.id = a.viewer_id
       WHERE v.id IN (SELECT value FROM json_each(?)) OR v.merged_into IN (SELECT value FROM json_each(?))
       GROUP BY 1`,
      [JSON.stringify(unknown), JSON.stringify(unknown)],
    );
    if (this.last.size > LAST_KEPT) this.last.clear();
    for (const viewer of unknown) this.last.set(viewer, null);
    for (const { viewer, at } of rows) this.last.set(viewer, at);
  }

  private async readArrivals(): Promise<void> {
    this.arrived.clear();
    this.last.clear();
    if (this.current === undefined) return;
    const rows = await this.database.read.findBy(ArrivalRow, { streamId: this.current.id });
    for (const { viewerId } of rows) this.arrived.add(viewerId);
  }
}
