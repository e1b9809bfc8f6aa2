import { Injectable } from '@nestjs/common';
import { listNameFault, LISTS_LIMIT, readLines } from '@gully/core/lists';
import { ActivityService } from '../activity/index.js';
import {
  Database,
  type EntityManager,
  insertMany,
  ListLineRow,
  ListRow,
  ListVersionRow,
  newId,
} from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { KeptList } from './kept-list.js';
import { ListsStore, readList } from './lists.store.js';

/** What a list is made of: its name, and its lines as one text. */
export interface ListBody {
  readonly name: string;
  readonly text: string;
}
export interface SavedList {
  readonly list: KeptList;
  /** what was not taken as it stood, in words */
  readonly notes: readonly string[];
}

/** Versions of a list that are kept. */
const VERSIONS = 5;

/** Makes, changes, removes and puts back lists. */
@Injectable()
export class ListsService {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly store: ListsStore,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  require(id: string): KeptList {
    const list = this.store.find(id);
    if (list === undefined)
      throw new Problem(404, 'There is no such list', 'It was deleted. Nothing was changed.');
    return list;
  }

  create(body: ListBody): Promise<SavedList> {
    return this.queue.alone(async () => {
      if (this.store.all().length >= LISTS_LIMIT)
        throw new Problem(409, 'There are too many lists', `A channel has at most ${String(LISTS_LIMIT)}.`);
      return this.save(newId(), undefined, body, 'added');
    });
  }

  change(id: string, body: ListBody, version: number): Promise<SavedList> {
    return this.queue.alone(() => this.save(id, this.requireVersion(id, version), body, 'changed'));
  }

  /** Goes back to what the list was before its last change; that too is a change. */
  stepBack(id: string, version: number): Promise<SavedList> {
    return this.queue.alone(async () => {
      const before = this.requireVersion(id, version);
      const kept = await this.database.read.findOneBy(ListVersionRow, { listId: id, version: version - 1 });
      if (kept === null)
        throw new Problem(409, 'There is nothing to go back to', 'The version before is not kept any more.');
      return this.save(id, before, kept, 'put back');
    });
  }

  async remove(id: string): Promise<void> {
    const { name } = this.require(id);
    await this.database.write((manager) => manager.update(ListRow, { id }, { deletedAt: Date.now() }));
    this.store.remove(id);
    this.tell(id, name, 'deleted');
  }

  async restore(id: string): Promise<KeptList> {
    return this.queue.alone(async () => {
      const list = await this.database.write(async (manager) => {
        const row = await manager.findOneBy(ListRow, { id });
        if (row === null) throw new Problem(404, 'There is no such list', 'Nothing was put back.');
        this.check(id, row.name);
        await manager.update(ListRow, { id }, { deletedAt: null });
        return readList(manager, row);
      });
      this.store.put(list);
      this.tell(id, list.name, 'put back');
      return list;
    });
  }

  /** Begins the round anew: every line may come again. */
  async beginAnew(id: string): Promise<KeptList> {
    const { name, version, changedAt, lines, round } = this.require(id);
    await this.database.write((manager) =>
      manager.query('UPDATE lists SET round = round + 1, last = -1 WHERE id = ?', [id]),
    );
    const fresh = lines.map((text) => ({ text, round: 0 }));
    const list = new KeptList(id, name, version, changedAt, fresh, round + 1, -1);
    this.store.put(list);
    this.tell(id, name, 'begun anew');
    return list;
  }

  /** Writes a list within the caller’s write, and answers with it as it then is; `put` it once that is on disk. */
  async writeList(
    manager: EntityManager,
    id: string,
    before: KeptList | undefined,
    body: ListBody,
  ): Promise<SavedList> {
    const { name, lines, notes } = this.read(id, body);
    // A line that was drawn this round stays drawn, wherever it now stands.
    const drawn = new Set(before?.lines.filter((_, place) => !before.isOpen(place)));
    const round = before?.round ?? 1;
    const rows = lines.map((text) => ({ text, round: drawn.has(text) ? round : 0 }));
    const version = (before?.version ?? 0) + 1;
    const changedAt = Date.now();
    const last = before === undefined || before.last < 0 ? -1 : lines.indexOf(before.line(before.last) ?? '');
    const list = new KeptList(id, name, version, changedAt, rows, round, last);
    await manager.save(ListRow, { id, name, version, changedAt, deletedAt: null, round: list.round, last });
    await manager.delete(ListLineRow, { listId: id });
    await insertMany(
      manager,
      ListLineRow,
      rows.map((row, place) => ({ listId: id, place, ...row })),
    );
    await manager.insert(ListVersionRow, { listId: id, version, changedAt, name, text: lines.join('\n') });
    await manager.query('DELETE FROM list_versions WHERE list_id = ? AND version <= ?', [
      id,
      version - VERSIONS,
    ]);
    return { list, notes };
  }

  private async save(
    id: string,
    before: KeptList | undefined,
    body: ListBody,
    verb: string,
  ): Promise<SavedList> {
    this.read(id, body);
    const saved = await this.database.write((manager) => this.writeList(manager, id, before, body));
    this.store.put(saved.list);
    this.tell(id, saved.list.name, verb);
    return saved;
  }

  private read(
    id: string,
    { name, text }: ListBody,
  ): { name: string; lines: readonly string[]; notes: readonly string[] } {
    const plain = this.check(id, name);
    const read = readLines(text);
    if ('fault' in read)
      throw new Problem(422, 'The list is not saved', `${read.fault}. Nothing was changed.`, {
        fields: { text: read.fault },
      });
    return { name: plain, ...read };
  }

  private check(id: string, name: string): string {
    const plain = name.trim();
    const taken = this.store
      .all()
      .some((list) => list.id !== id && list.name.toLowerCase() === plain.toLowerCase());
    const fault = listNameFault(plain) ?? (taken ? `There is a list called ${plain} already` : undefined);
    if (fault !== undefined)
      throw new Problem(422, 'The list is not saved', `${fault}. Nothing was changed.`, {
        fields: { name: fault },
      });
    return plain;
  }

  private requireVersion(id: string, version: number): KeptList {
    const list = this.require(id);
    if (list.version === version) return list;
    throw new Problem(
      409,
      'Somebody saved this list meanwhile',
      'Nothing was overwritten. Your draft is kept; look at what was saved and choose.',
      { current: { id, name: list.name, version: list.version } },
    );
  }

  private tell(id: string, name: string, verb: string): void {
    this.news.publish('list', { id });
    this.activity.tell('changed', name, `${verb} (a list)`);
  }
}
