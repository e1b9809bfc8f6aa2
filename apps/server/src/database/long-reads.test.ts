import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { Database, insertMany, newestFirst, openDatabase, ReadGivenUp } from './index.js';
import { CounterRow } from '../routines/index.js';
import { ActivityRow } from '../activity/index.js';
import { newFolder } from '../test-support/harness.js';
import { STORED } from '../stored.js';

/** Rows without end; a thread that is told to stop does so between two. */
const ENDLESS = `WITH RECURSIVE n (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n) SELECT x FROM n WHERE x % 1000 = 0`;

let database: Database;
beforeEach(async () => {
  database = new Database(await openDatabase(newFolder(), STORED));
});
afterEach(() => database.onApplicationShutdown());

const one = (): Promise<{ x: number }[]> => database.long.rows('SELECT ? AS x', [1]);

describe('reads beside chat', () => {
  test('see what is on disk, not what is being written', async () => {
    const insert = 'INSERT INTO counters (name, value, most, changed_at) VALUES (?, ?, ?, 0)';
    await database.write((manager) => manager.query(insert, ['drips', 4, 9]));
    const count = async (): Promise<number> => (await database.long.rows('SELECT * FROM counters')).length;
    await database.write(async (manager) => {
      await manager.query(insert, ['falls', 1, 1]);
      expect(await count()).toBe(1);
    });
    expect(await count()).toBe(2);
    const [drips] = await database.long.find(
      database.read.createQueryBuilder(CounterRow, 'c').where('c.name = :name', { name: 'drips' }),
    );
    expect(drips).toBeInstanceOf(CounterRow);
    expect(drips).toEqual({ name: 'drips', value: 4, most: 9, changedAt: 0 });
  });

  test('of many rows come in their order, a part at a time, with other things in between', async () => {
    const state = { over: false, turns: 0 };
    const turns = async (): Promise<void> => {
      for (; !state.over; state.turns += 1) await new Promise(setImmediate);
    };
    const counting = `WITH RECURSIVE n (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n WHERE x < 20500) SELECT x FROM n`;
    const reading = database.long.rows<{ x: number }>(counting).finally(() => {
      state.over = true;
    });
    const [rows] = await Promise.all([reading, turns()]);
    expect(rows.map(({ x }) => x)).toEqual(Array.from({ length: 20_500 }, (_, n) => n + 1));
    // One for each part at the least.
    expect(state.turns).toBeGreaterThan(20);
    expect(await one()).toEqual([{ x: 1 }]);
  });

  test('cannot write, and say what is wrong with a statement', async () => {
    await expect(database.long.rows('DELETE FROM counters')).rejects.toThrow();
    const faulty = database.long.rows('SELECT x FROM nowhere');
    await expect(faulty).rejects.toThrow('no such table: nowhere');
    await expect(faulty).rejects.toMatchObject({ code: 'SQLITE_ERROR' });
    expect(await one()).toEqual([{ x: 1 }]);
  });

  test('one over its limit is given up; the others are answered meanwhile and after', async () => {
    // Looked at from the start: on a busy machine they are given up before anything else is answered.
    const slow = expect(database.long.rows(ENDLESS, [], { limitMs: 300 })).rejects.toThrow(
      'it took longer than 0.3 seconds',
    );
    const slower = expect(database.long.rows(ENDLESS, [], { limitMs: 600 })).rejects.toBeInstanceOf(
      ReadGivenUp,
    );
    // Both threads are taken: this one waits for the first that is freed.
    const waiting = one();
    await slow;
    expect(await waiting).toEqual([{ x: 1 }]);
    await slower;
    expect(await Promise.all(Array.from({ length: 20 }, one))).toHaveLength(20);
  });

  test('one whose client has gone is given up, be it under way or waiting', async () => {
    const gone = new AbortController();
    const { signal } = gone;
    const reads = Array.from({ length: 4 }, () => database.long.rows(ENDLESS, [], { signal }));
    const after = one();
    gone.abort();
    for (const read of await Promise.allSettled(reads))
      expect(String((read as PromiseRejectedResult).reason)).toContain('nobody waits for this any more');
    expect(await after).toEqual([{ x: 1 }]);
  });

  test('at the end what is under way is given up, and nothing is taken any more', async () => {
    const under = expect(database.long.rows(ENDLESS)).rejects.toThrow('Gully is ending');
    await database.long.close();
    await under;
    await expect(one()).rejects.toThrow('Gully is ending');
  });

  test('pages of history follow on each other without holes or doubles', async () => {
    const rows = Array.from({ length: 25 }, (_, n) => ({
      id: String(n).padStart(26, '0'),
      at: n,
      kind: 'ran' as const,
      subject: '',
      text: '',
      actor: 'gully' as const,
    }));
    await database.write((manager) => insertMany(manager, ActivityRow, rows));
    const seen: number[] = [];
    for (let before: string | undefined; ;) {
      const page = await database.long.find(newestFirst(database.read, ActivityRow, before, 10));
      if (page.length === 0) break;
      seen.push(...page.map(({ at }) => at));
      before = page.at(-1)?.id;
    }
    expect(seen).toEqual(Array.from({ length: 25 }, (_, n) => 24 - n));
  });
});
