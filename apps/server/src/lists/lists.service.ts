import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { World } from '@gully/core/channel';
import { listNameFault, LISTS_LIMIT, readLines, type ListBody } from '@gully/core/lists';
import type { Faults } from '@gully/core/routines';
import { In } from 'typeorm';
import { insertMany, type EntityManager } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { ThingParts, Things, VERSIONS_KEPT, type CheckedAgainst, type Head } from '../things/index.js';
import { KeptList } from './kept-list.js';
import { ListsStore, readList } from './lists.store.js';
import { ListLineRow, ListRow } from './rows.js';
import { ListBodyDto } from './views.js';

/** Each version is a copy of all lines; of lists with more than these, fewer are kept. */
const LONG = 2_000;
const KEPT_OF_LONG = 5;

/** Makes, changes, removes and puts back lists. */
@Injectable()
export class ListsService extends Things<'list', KeptList> {
  constructor(parts: ThingParts, store: ListsStore) {
    super(parts, {
      kind: 'list',
      most: LISTS_LIMIT,
      bodyShape: ListBodyDto,
      bodyOf: ({ name, lines }) => ({ name, lines }),
      made,
      // The name, and the lines as one text.
      readBody: (given) => {
        const { name, text } = given as { readonly name: string; readonly text: string };
        return { name, lines: [text] };
      },
      completed: ({ name = '', lines = [] }) => ({ name, lines }),
      tidied: (body) => body,
      versionsKept: ({ lines }) => (lines.length > LONG ? KEPT_OF_LONG : VERSIONS_KEPT),
      withDeletedAt: (list, deletedAt) => list.with({ deletedAt }),
      current: ({ id, name, version }) => ({ id, name, version }),
      faultsOf,
      inForce: (world, id, body) => withDraft(world, id, body, store.find(id)),
      store: {
        all: () => store.all(),
        find: (id) => store.find(id),
        onDisk: async (ids) => {
          const { read } = parts.database;
          const rows = await read.findBy(ListRow, { id: In([...ids]) });
          return Promise.all(rows.map((row) => readList(read, row)));
        },
        write: async (manager, lists) => {
          for (const list of lists) await writeList(manager, list, store.find(list.id));
        },
        put: (lists) => {
          for (const list of lists) store.put(list);
        },
      },
    });
  }

  /** Starts a new round: every line may come again. */
  startRound(id: string): Promise<KeptList> {
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
}

/** A line that was drawn this round stays drawn, wherever it now stands. */
function made(body: ListBody, head: Head, before: KeptList | undefined): KeptList {
  const { name, lines, notes } = read(body);
  const drawn = new Set(before?.lines.filter((_, place) => !before.isOpen(place)));
  const round = before?.round ?? 1;
  const rows = lines.map((text) => ({ text, round: drawn.has(text) ? round : 0 }));
  const last = before === undefined || before.last < 0 ? -1 : lines.indexOf(before.line(before.last) ?? '');
  return new KeptList({ ...head, name, notes }, rows, round, last);
}

function faultsOf({ id, name }: KeptList, { others }: CheckedAgainst<KeptList>): Faults {
  const taken = others().some((each) => each.id !== id && each.name.toLowerCase() === name.toLowerCase());
  const fault = listNameFault(name) ?? (taken ? `There is a list called ${name} already` : undefined);
  return fault === undefined ? {} : { name: fault };
}

function withDraft(world: World, id: string, body: ListBody, before: KeptList | undefined): World {
  const list = made(body, { id, version: 1, changedAt: 0, deletedAt: null }, before);
  const { lists } = world;
  return {
    ...world,
    lists: {
      all: () => [...lists.all().filter((each) => each.id !== id), list],
      find: (asked) => (asked === id ? list : lists.find(asked)),
    },
  };
}

/** @param before the list as it is on disk */
async function writeList(
  manager: EntityManager,
  list: KeptList,
  before: KeptList | undefined,
): Promise<void> {
  const { id, name, version, changedAt, deletedAt, round, last } = list;
  await manager.save(ListRow, { id, name, version, changedAt, deletedAt, round, last });
  // Its lines stay while it is deleted, so that it can be put back.
  if (deletedAt !== null) return;
  const rows = list.lines.map((text, place) => ({
    listId: id,
    place,
    text,
    round: list.isOpen(place) ? 0 : round,
  }));
  // Lines that only came after the others are written alone, however long the list is.
  const same = before?.lines.every(
    (text, place) => text === list.line(place) && before.isOpen(place) === list.isOpen(place),
  );
  const known = same === true ? (before?.size ?? 0) : 0;
  if (known === 0) await manager.delete(ListLineRow, { listId: id });
  await insertMany(manager, ListLineRow, rows.slice(known));
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
