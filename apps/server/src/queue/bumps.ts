import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { BumpChange } from '@gully/core/queue';
import { Database, type EntityManager } from '../database/index.js';
import { Keepers } from '../live/index.js';
import { NewsService } from '../news/index.js';

export interface Bump {
  readonly viewer: string;
  readonly name: string;
  readonly by: string;
  /** UTC milliseconds */
  readonly at: number;
}

/** Who holds a bump, in memory as on disk. */
@Injectable()
export class Bumps implements OnModuleInit {
  private readonly held = new Map<string, Bump>();

  constructor(
    private readonly database: Database,
    keepers: Keepers,
    news: NewsService,
  ) {
    keepers.add({
      kinds: ['bump'],
      ofViewers: true,
      apply: ({ viewer, name, holds, by, at }) => {
        if (holds) this.held.set(viewer, { viewer, name, by, at });
        else this.held.delete(viewer);
      },
      write: writeBumps,
      written: () => {
        news.publish('queue', { ids: [] });
      },
      reload: () => this.reload(),
    });
  }

  onModuleInit(): Promise<void> {
    return this.reload();
  }

  holds(viewer: string): boolean {
    return this.held.has(viewer);
  }

  /** Those who hold one, the longest first. */
  all(): Bump[] {
    return [...this.held.values()].sort((a, b) => a.at - b.at);
  }

  private async reload(): Promise<void> {
    const rows = await this.database.read.query<Bump[]>(
      `SELECT coalesce(v.merged_into, b.viewer_id) AS viewer, coalesce(m.name, v.name, b.name) AS name,
         b.given_by AS by, b.at
       FROM queue_bumps b LEFT JOIN viewers v ON v.id = b.viewer_id LEFT JOIN viewers m ON m.id = v.merged_into`,
    );
    this.held.clear();
    for (const row of rows) this.held.set(row.viewer, row);
  }
}

async function writeBumps(manager: EntityManager, changes: readonly BumpChange[]): Promise<void> {
  for (const { viewer, name, holds, by, at } of changes) {
    // A bump given to an account that was merged is theirs too, and used up with it.
    await manager.query(
      'DELETE FROM queue_bumps WHERE viewer_id IN (SELECT id FROM viewers WHERE id = ? OR merged_into = ?)',
      [viewer, viewer],
    );
    if (holds)
      await manager.query(
        'INSERT OR REPLACE INTO queue_bumps (viewer_id, name, given_by, at) VALUES (?, ?, ?, ?)',
        [viewer, name, by, at],
      );
  }
}
