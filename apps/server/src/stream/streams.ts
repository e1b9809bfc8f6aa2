import { Injectable } from '@nestjs/common';
import { SAME_STREAM_MS } from '@gully/core/stream';
import { IsNull } from 'typeorm';
import { ChannelWorld, Keepers } from '../live/index.js';
import { Database, type EntityManager, newId } from '../database/index.js';
import { ArrivalRow, StreamRow } from './rows.js';

/** Milliseconds two accounts of when a stream began may differ and still mean the same going live. */
const SAME_MS = 60_000;
/** Viewers of whom it is remembered when they last arrived. */
const LAST_KEPT = 20_000;

/** What going live means: the stream that runs goes on, one is back after a moment, or another begins. */
export interface Begins {
  readonly how: 'same' | 'back' | 'new';
  /** when the stream began, which for one that is back is when it first did */
  readonly startedAt: number;
}

/**
 * Each stream there was, and who wrote in the one that runs. Here alone it is decided what one stream is:
 * whatever is live again within 15 minutes is the same, also where Gully was restarted meanwhile.
 */
@Injectable()
export class Streams {
  private current: StreamRow | undefined;
  /** the one that ran last, while none does */
  private ended: StreamRow | undefined;
  /** the one that runs was live since this program started, and not only before */
  private isSeenNow = false;
  private readonly arrived = new Set<string>();
  /** when viewers last arrived in a stream, of those looked up; null for never */
  private readonly lastArrivals = new Map<string, number | null>();

  constructor(
    private readonly database: Database,
    keepers: Keepers,
    world: ChannelWorld,
  ) {
    // True for everyone while there is no stream.
    const view = {
      has: (viewer: string) => this.current === undefined || this.arrived.has(viewer),
      last: (viewer: string) => this.lastArrivals.get(viewer) ?? undefined,
    };
    world.add('arrivals', { look: () => view, prepare: ({ viewers }) => this.loadLast(viewers) });
    keepers.add({
      kinds: ['arrival'],
      ofViewers: true,
      apply: ({ viewer, at }) => {
        this.arrived.add(viewer);
        this.lastArrivals.set(viewer, at);
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

  /** When the stream began that runs, or the last one, and when that ended. */
  get last(): { readonly began: number; readonly ended: number | undefined } {
    const row = this.current ?? this.ended;
    return {
      began: row?.startedAt ?? 0,
      ended: this.current === undefined ? (row?.endedAt ?? undefined) : undefined,
    };
  }

  /** What it means that the platform is live. @param startedAt since when, as it says */
  meaningOf(startedAt: number): Begins {
    const { current, ended: last } = this;
    if (current !== undefined) {
      const gap = startedAt - (current.seenAt ?? current.startedAt);
      if (Math.abs(current.startedAt - startedAt) < SAME_MS)
        return { how: 'same', startedAt: current.startedAt };
      if (gap <= SAME_STREAM_MS)
        return { how: this.isSeenNow ? 'same' : 'back', startedAt: current.startedAt };
    } else if (last !== undefined && startedAt - (last.endedAt ?? 0) <= SAME_STREAM_MS)
      return { how: 'back', startedAt: last.startedAt };
    return { how: 'new', startedAt };
  }

  /** Writes down what was found by `meaningOf`. @param now UTC milliseconds */
  async begin({ how, startedAt }: Begins, now: number): Promise<void> {
    const { current: before, ended: last } = this;
    if (before !== undefined && how !== 'new') {
      const known = this.isSeenNow;
      this.isSeenNow = true;
      return known ? undefined : this.see(now);
    }
    if (before === undefined && last !== undefined && how === 'back') {
      await this.database.write((manager) =>
        manager.update(StreamRow, { id: last.id }, { endedAt: null, seenAt: now }),
      );
      this.current = { ...last, endedAt: null, seenAt: now };
      this.isSeenNow = true;
      return this.readArrivals();
    }
    const row: StreamRow = { id: newId(startedAt), startedAt, endedAt: null, seenAt: now };
    await this.database.write(async (manager) => {
      // One that ended unseen ended when it was last seen.
      if (before !== undefined)
        await manager.update(StreamRow, { id: before.id }, { endedAt: before.seenAt ?? startedAt });
      await manager.insert(StreamRow, row);
    });
    this.current = row;
    this.isSeenNow = true;
    this.arrived.clear();
  }

  /** @returns true when a stream was running */
  async end(now: number): Promise<boolean> {
    const { current } = this;
    if (current === undefined) return false;
    // Where Gully was off meanwhile, it ended when it was last seen.
    const endedAt = this.isSeenNow ? now : (current.seenAt ?? now);
    await this.database.write((manager) => manager.update(StreamRow, { id: current.id }, { endedAt }));
    this.ended = { ...current, endedAt };
    this.current = undefined;
    return true;
  }

  /** The stream that runs is still live. */
  async see(now: number): Promise<void> {
    const { current } = this;
    if (current === undefined) return;
    await this.database.write((manager) => manager.update(StreamRow, { id: current.id }, { seenAt: now }));
    // Unless it ended meanwhile.
    if (this.current?.id === current.id) this.current = { ...this.current, seenAt: now };
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
    const unknown = viewers.filter((viewer) => !this.arrived.has(viewer) && !this.lastArrivals.has(viewer));
    if (unknown.length === 0) return;
    const rows = await this.database.read.query<{ viewer: string; at: number }[]>(
      `SELECT coalesce(v.merged_into, a.viewer_id) AS viewer, max(a.at) AS at FROM arrivals a
       JOIN viewers v ON v.id = a.viewer_id
       WHERE v.id IN (SELECT value FROM json_each(?)) OR v.merged_into IN (SELECT value FROM json_each(?))
       GROUP BY 1`,
      [JSON.stringify(unknown), JSON.stringify(unknown)],
    );
    if (this.lastArrivals.size > LAST_KEPT) this.lastArrivals.clear();
    for (const viewer of unknown) this.lastArrivals.set(viewer, null);
    for (const { viewer, at } of rows) this.lastArrivals.set(viewer, at);
  }

  private async readArrivals(): Promise<void> {
    this.arrived.clear();
    this.lastArrivals.clear();
    if (this.current === undefined) return;
    const rows = await this.database.read.findBy(ArrivalRow, { streamId: this.current.id });
    for (const { viewerId } of rows) this.arrived.add(viewerId);
  }
}
