import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database, newId } from '../database/index.js';
import { FaultyDisk, Gully, newStandin, until } from '../test-support/index.js';
import { Pruning } from './index.js';

let standin: Standin;
let gully: Gully;
beforeEach(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const DAY = 86_400_000;
const HOUR = 3_600_000;
const LINE = `INSERT INTO chat_lines (id, at, name, role, roles, text, own, outcome, brief, removed)
  VALUES (?, ?, 'siltlark', 'viewer', '', ?, 0, 'talk', '', 0)`;
const ENTRY = `INSERT INTO activity (id, at, kind, subject, text, actor) VALUES (?, ?, 'changed', 'x', 'x', 'gully')`;
/** A line and an entry of so many days ago each. */
async function store(days: readonly number[], now = Date.now()): Promise<void> {
  await gully.app.get(Database).write(async (manager) => {
    for (const each of days) {
      const at = now - each * DAY;
      await manager.query(LINE, [newId(at), at, `${String(each)} days old`]);
      await manager.query('INSERT OR IGNORE INTO viewer_hours VALUES (?, ?)', ['s', Math.floor(at / HOUR)]);
      await manager.query(ENTRY, [newId(at), at]);
    }
  });
}
const kept = async (table: string): Promise<number[]> =>
  (await gully.source.query<{ at: number }[]>(`SELECT at FROM ${table} ORDER BY id`)).map(({ at }) =>
    Math.round((Date.now() - at) / DAY),
  );
const prune = (): Promise<number> => gully.app.get(Pruning).prune();

test('what is older than it is to be kept goes, some at a time, and chat goes on beside it', async () => {
  await gully.add({ text: 'lit' });
  await store([...Array.from({ length: 450 }, (_, n) => 93 + (n % 50)), 89, 1]);
  const pruned = prune();
  expect((await gully.type('pebblewren', '!lantern')).outcome).toBe('ran');
  expect(await pruned).toBe(900);
  expect(Math.max(...(await kept('chat_lines')), ...(await kept('activity')))).toBe(89);
  const hours = await gully.source.query<object[]>(`SELECT 1 FROM viewer_hours WHERE viewer_id = 's'`);
  expect(hours).toHaveLength(2);
  expect(await prune()).toBe(0);
  await gully.http.put('/api/kept-days').send({ value: 30, version: 0 }).expect(200);
  await until(async () => ((await kept('chat_lines')).includes(89) ? undefined : true), 'the shorter time');
  await gully.http.put('/api/kept-days').send({ value: 30, version: 0 }).expect(409);
  await gully.http.put('/api/kept-days').send({ value: -1, version: 1 }).expect(422);
});

test('kept for good, after a long silence, or with a clock set ahead, nothing goes', async () => {
  await store([400, 350]);
  expect(await prune()).toBe(0);
  const ahead = new Date(Date.now() + 3_000 * DAY).getTime();
  const { now } = Date;
  Date.now = () => ahead;
  try {
    expect(await prune()).toBe(0);
  } finally {
    Date.now = now;
  }
  await gully.http.put('/api/kept-days').send({ value: 0, version: 0 }).expect(200);
  await gully.type('pebblewren', 'evening');
  await gully.app.get(Database).flushed();
  expect(await prune()).toBe(0);
  expect(await kept('activity')).toEqual(expect.arrayContaining([400, 350]));
});

test('a disk that fails is told in the log, and the rest stays', async () => {
  await store([100, 1]);
  new FaultyDisk(gully.source).refuse((sql) => sql.startsWith('DELETE FROM chat_lines'));
  expect(await prune()).toBe(0);
  expect(await kept('chat_lines')).toContain(100);
});
