import { Injectable } from '@nestjs/common';
import { listNameFault, LISTS_LIMIT, readLines, type ListBody } from '@gully/core/lists';
import type { Actor } from '@gully/core/actors';
import type { World } from '@gully/core/channel';
import type { Faults } from '@gully/core/routines';
import { In } from 'typeorm';
import { insertMany, type EntityManager } from '../database/index.js';
import { ListLineRow, ListRow } from './rows.js';
import { Problem } from '../problem/index.js';
import { ThingParts, Things, type Head } from '../things/index.js';
import { KeptList } from './kept-list.js';
import { ListBodyDto } from './views.js';
import { ListsStore, readList } from './lists.store.js';

/** Lines from which a list counts as long. */
const LONG = 2_000;

/** Makes, changes, removes and puts back lists. */
@Injectable()
export class ListsService extends Things<'list', KeptList> {
  protected readonly most = LISTS_LIMIT;
  protected readonly bodyShape = ListBodyDto;

  constructor(
    parts: ThingParts,
    private readonly store: ListsStore,
  ) {
    super('list', parts);
  }

  all(): readonly KeptList[] {
    return this.store.all();
  }
  find(id: string): KeptList | undefined {
    return this.store.find(id);
  }
  bodyOf({ name, lines }: KeptList): ListBody {
    return { name, lines };
  }
  /** A line that was drawn this round stays drawn, wherever it now stands. */
  made(body: ListBody, head: Head, before: KeptList | undefined): KeptList {
    const { name, lines, notes } = read(body);
    const drawn = new Set(before?.lines.filter((_, place) => !before.isOpen(place)));
    const round = before?.round ?? 1;
    const rows = lines.map((text) => ({ text, round: drawn.has(text) ? round : 0 }));
    const last = before === undefined || before.last < 0 ? -1 : lines.indexOf(before.line(before.last) ?? '');
    return new KeptList({ ...head, name, notes }, rows, round, last);
  }
  /** @param given the name, and the lines as one text */
  readBody(given: object): ListBody {
    const { name, text } = given as { readonly name: string; readonly text: string };
    return { name, lines: [text] };
  }

  inForce(world: World, id: string, body: ListBody): World {
    const head = { id, version: 1, changedAt: 0, deletedAt: null };
    const list = this.made(body, head, this.find(id));
    const { lists } = world;
    return {
      ...world,
      lists: {
        all: () => [...lists.all().filter((each) => each.id !== id), list],
        find: (asked) => (asked === id ? list : lists.find(asked)),
      },
    };
  }

  /** starts a new round: every line may come again. */
  beginAnew(id: string): Promise<KeptList> {
    return this.parts.queue.alone(async () => {
      const before = this.require(id);
      const { lines, round, name } = before;
      await this.parts.database.write((manager) =>
        manager.query('UPDATE lists SET round = round + 1, last = -1 WHERE id = ?', [id]),
      );
      const rows = lines.map((text) => ({ text, round: 0 }));
      const list = new KeptList({ ...before, notes: [] }, rows, round + 1, -1);
      this.accept([list]);
      this.parts.activity.record('changed', name, 'new round (a list)');
      return list;
    });
  }

  /**
   * Changes the lines of a list in its turn, seen as they are then.
   *
   * @param change what they become, and what was done, for the activity
   */
  changeLines(
    id: string,
    change: (list: KeptList) => { readonly lines: readonly string[]; readonly verb: string },
    actor: Actor,
  ): Promise<KeptList> {
    return this.parts.queue.alone(() => {
      const before = this.require(id);
      const { lines, verb } = change(before);
      return this.saveOne(this.next(before, { name: before.name, lines }), verb, actor);
    });
  }

  /** Each version is a copy of all lines; of long lists fewer are kept. */
  protected override versionsKept(body: ListBody): number {
    return body.lines.length > LONG ? 5 : super.versionsKept(body);
  }
  protected tidied(body: ListBody): ListBody {
    return body;
  }
  protected faultsOf({ id, name }: KeptList, together: readonly KeptList[]): Faults {
    const others = [...this.store.all(), ...together].filter((each) => each.id !== id);
    const taken = others.some((each) => each.name.toLowerCase() === name.toLowerCase());
    const fault = listNameFault(name) ?? (taken ? `There is a list called ${name} already` : undefined);
    return fault === undefined ? {} : { name: fault };
  }
  protected completed({ name = '', lines = [] }: Partial<ListBody>): ListBody {
    return { name, lines };
  }
  protected async deleted(ids: readonly string[]): Promise<KeptList[]> {
    const { read } = this.parts.database;
    const rows = await read.findBy(ListRow, { id: In([...ids]) });
    return Promise.all(rows.map((row) => readList(read, row)));
  }
  override withDeletedAt(list: KeptList, deletedAt: number | null): KeptList {
    return list.with({ deletedAt });
  }
  protected async writeRows(manager: EntityManager, lists: readonly KeptList[]): Promise<void> {
    for (const list of lists) {
      const { id, name, version, changedAt, deletedAt, round, last } = list;
      await manager.save(ListRow, { id, name, version, changedAt, deletedAt, round, last });
      // Its lines stay while it is deleted, so that it can be put back.
      if (deletedAt !== null) continue;
      const rows = list.lines.map((text, place) => ({
        listId: id,
        place,
        text,
        round: list.isOpen(place) ? 0 : round,
      }));
      // Lines that only came after the others are written alone, however long the list is.
      const before = this.find(id);
      const same = before?.lines.every(
        (text, place) => text === list.line(place) && before.isOpen(place) === list.isOpen(place),
      );
      const known = same === true ? (before?.size ?? 0) : 0;
      if (known === 0) await manager.delete(ListLineRow, { listId: id });
      await insertMany(manager, ListLineRow, rows.slice(known));
    }
  }
  protected put(lists: readonly KeptList[]): void {
    for (const list of lists) this.store.put(list);
  }
  protected current({ id, name, version }: KeptList): object {
    return { id, name, version };
  }
}

/** @throws Problem 422 for lines that cannot be taken */
function read({ name, lines }: ListBody): ListBody & { readonly notes: readonly string[] } {
  const found = readLines(lines.join('\n'));
  if ('fault' in found)
    throw new Problem(422, 'The list is not saved', `${found.fault}. Nothing was changed.`, {
      fields: { text: found.fault },
    });
  return { name: name.trim(), ...found };
}
