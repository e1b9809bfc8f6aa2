import { Injectable } from '@nestjs/common';
import type { RankedChange } from '@gully/core/currency';
import { Database, type EntityManager } from '../database/index.js';
import { Keepers } from '../live/index.js';

/** In place of a rank: the viewer was looked at, so that what they reach from here on is new. */
export const LOOKED = '';
/** Viewers whose ranks are held in memory. */
const KEPT = 20_000;

/** Which ranks viewers have reached, in memory as on disk. */
@Injectable()
export class Reached {
  private readonly byViewer = new Map<string, ReadonlySet<string>>();

  constructor(
    private readonly database: Database,
    keepers: Keepers,
  ) {
    keepers.add({
      kinds: ['ranked'],
      ofViewers: true,
      apply: ({ viewer, ranks }) => {
        this.byViewer.set(viewer, new Set([...this.of(viewer), ...ranks]));
      },
      write: writeReached,
      reload: () => {
        this.byViewer.clear();
        return Promise.resolve();
      },
    });
  }

  /** Ids of ranks; none for a viewer who was not looked up. */
  of(viewer: string): ReadonlySet<string> {
    return this.byViewer.get(viewer) ?? new Set();
  }

  async load(viewers: readonly string[]): Promise<void> {
    if (this.byViewer.size > KEPT) this.byViewer.clear();
    const unknown = viewers.filter((id) => !this.byViewer.has(id));
    if (unknown.length === 0) return;
    const rows = await this.database.read.query<{ viewer: string; rank: string }[]>(
      `SELECT coalesce(v.merged_into, r.viewer_id) AS viewer, r.rank_id AS rank
       FROM ranks_reached r JOIN viewers v ON v.id = r.viewer_id
       WHERE v.id IN (SELECT value FROM json_each(?)) OR v.merged_into IN (SELECT value FROM json_each(?))`,
      [JSON.stringify(unknown), JSON.stringify(unknown)],
    );
    const found = new Map<string, Set<string>>(unknown.map((id) => [id, new Set()]));
    for (const { viewer, rank } of rows) found.get(viewer)?.add(rank);
    for (const [viewer, ranks] of found) this.byViewer.set(viewer, ranks);
  }
}

export async function writeReached(manager: EntityManager, changes: readonly RankedChange[]): Promise<void> {
  const rows = changes.flatMap(({ viewer, ranks, at }) => ranks.map((rank) => [viewer, rank, at]));
  await manager.query(
    `INSERT OR IGNORE INTO ranks_reached (viewer_id, rank_id, at)
     SELECT value ->> 0, value ->> 1, value ->> 2 FROM json_each(?)`,
    [JSON.stringify(rows)],
  );
}
