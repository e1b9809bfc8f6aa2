import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { DrawnChange } from '@gully/core/lists';
import { IsNull } from 'typeorm';
import { Database, type EntityManager } from '../database/index.js';
import { ListRow } from './rows.js';
import { ChannelWorld, Keepers } from '../live/index.js';
import { NewsService } from '../news/index.js';
import { KeptList } from './kept-list.js';

/** All lists in memory, as steps draw from them; never ahead of the disk for long. */
@Injectable()
export class ListsStore implements OnModuleInit {
  private readonly lists = new Map<string, KeptList>();
  private sorted: readonly KeptList[] = [];
  /** rounds of draws that were applied and are not written yet, by change */
  private readonly rounds = new WeakMap<DrawnChange, number>();

  constructor(
    private readonly database: Database,
    news: NewsService,
    keepers: Keepers,
    world: ChannelWorld,
  ) {
    const view = { all: () => this.sorted, find: (id: string) => this.lists.get(id) };
    world.add('lists', { look: () => view });
    keepers.add({
      kinds: ['drawn'],
      ofViewers: false,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => this.write(manager, changes),
      written: (changes) => {
        news.publish('thing', { of: 'list', ids: [...new Set(changes.map(({ list }) => list))] });
      },
      reload: () => this.reload(),
    });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      this.lists.clear();
      for (const row of await manager.findBy(ListRow, { deletedAt: IsNull() }))
        this.lists.set(row.id, await readList(manager, row));
    });
    this.sort();
  }

  all(): readonly KeptList[] {
    return this.sorted;
  }

  find(id: string): KeptList | undefined {
    return this.lists.get(id);
  }

  /** Takes over a list that was just written. */
  put(list: KeptList): void {
    if (list.deletedAt === null) this.lists.set(list.id, list);
    else this.lists.delete(list.id);
    this.sort();
  }

  private apply(change: DrawnChange): void {
    const round = this.lists.get(change.list)?.take(change);
    if (round !== undefined) this.rounds.set(change, round);
  }

  /** Writes draws down, within the caller’s write: one line and one row each, however long the list. */
  private async write(manager: EntityManager, changes: readonly DrawnChange[]): Promise<void> {
    for (const change of changes) {
      const { list, place } = change;
      const round = this.rounds.get(change);
      if (round !== undefined)
        await manager.query('UPDATE list_lines SET round = ? WHERE list_id = ? AND place = ?', [
          round,
          list,
          place,
        ]);
    }
    for (const id of new Set(changes.map(({ list }) => list))) {
      const list = this.lists.get(id);
      if (list !== undefined)
        await manager.query('UPDATE lists SET round = ?, last = ? WHERE id = ?', [list.round, list.last, id]);
    }
  }

  private sort(): void {
    this.sorted = [...this.lists.values()].sort((a, b) => a.name.localeCompare(b.name));
  }
}

export async function readList(manager: EntityManager, row: ListRow): Promise<KeptList> {
  const lines = await manager.query<{ text: string; round: number }[]>(
    'SELECT text, round FROM list_lines WHERE list_id = ? ORDER BY place',
    [row.id],
  );
  return new KeptList(row, lines, row.round, row.last);
}
