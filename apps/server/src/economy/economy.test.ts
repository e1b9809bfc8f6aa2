import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { PostedChange } from '@gully/core/currency';
import type { Standin } from '@gully/standin/standin';
import { Database, newId } from '../database/index.js';
import { writePostings } from '../ledger/index.js';
import { Gully, newStandin } from '../test-support/index.js';

const MINUTE = 60_000;

let standin: Standin;
let gully: Gully;
beforeEach(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
  const value = { enabled: true, one: 'flint', many: 'flint' };
  await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

interface Stream {
  minutes: number;
  paid: number;
  flows: { cause: string; issued: number; spent: number }[];
}
const economy = async () =>
  (await gully.http.get('/api/economy').expect(200)).body as {
    streams: Stream[];
    circulating: number;
    viewers: number;
    median: number;
    topTenth: number;
  };
const posting = (key: string, at: number, more: Partial<PostedChange>): PostedChange => ({
  kind: 'posted',
  key,
  cause: 'payout',
  reference: 'live',
  by: 'gully',
  at,
  entries: [],
  words: '',
  ...more,
});
const pay = (viewer: string, amount: number) => ({ from: 'issued', to: `viewer:${viewer}`, amount }) as const;
const spend = (viewer: string, amount: number) =>
  ({ from: `viewer:${viewer}`, to: 'spent', amount }) as const;

test('tells by stream and cause what came and went, and how what is held is spread', async () => {
  expect(await economy()).toMatchObject({ streams: [], circulating: 0, viewers: 0, median: 0, topTenth: 0 });
  const began = Date.now() - 200 * MINUTE;
  await gully.app.get(Database).write(async (manager) => {
    const add = 'INSERT INTO streams (id, started_at, ended_at) VALUES (?, ?, ?)';
    await manager.query(add, [newId(), began, began + 60 * MINUTE]);
    await manager.query(add, [newId(), began + 120 * MINUTE, began + 150 * MINUTE]);
    await writePostings(manager, [
      posting('p1', began + MINUTE, { entries: [pay('a', 10), pay('b', 30)] }),
      posting('p2', began + 2 * MINUTE, { entries: [pay('a', 10), pay('b', 30), pay('c', 60), pay('d', 2)] }),
      posting('c1', began + 3 * MINUTE, { cause: 'command', entries: [spend('c', 15)] }),
      // Between two streams, it is of neither; taken back, it lowers what was issued.
      posting('h1', began + 90 * MINUTE, { cause: 'correction', entries: [pay('a', 5)] }),
      posting('r1', began + 125 * MINUTE, {
        cause: 'reversal',
        reverses: 'h1',
        earns: 0,
        entries: [{ from: 'viewer:a', to: 'issued', amount: 5 }],
      }),
    ]);
  });
  const { streams, ...spread } = await economy();
  expect(streams.map(({ minutes, paid, flows }) => [minutes, paid, flows])).toEqual([
    [
      60,
      3,
      [
        { cause: 'command', issued: 0, spent: 15 },
        { cause: 'payout', issued: 142, spent: 0 },
      ],
    ],
    [30, 0, [{ cause: 'reversal', issued: -5, spent: 0 }]],
  ]);
  expect(spread).toMatchObject({ circulating: 127, viewers: 4, median: 45 });
  expect(spread.topTenth).toBeCloseTo(60 / 127);
});

test('the ledger is read page by page, by cause, by time, by what it is about and by viewer, the newest first', async () => {
  for (const name of ['fernhatch', 'karstveil']) await gully.type(name, 'evening');
  const { body } = await gully.http.get('/api/viewers?sort=name&order=up').expect(200);
  const [fern = '', karst = ''] = (body as { viewers: { id: string }[] }).viewers.map(({ id }) => id);
  const began = Date.parse('2026-01-01T00:00:00Z');
  await gully.app.get(Database).write((manager) =>
    writePostings(
      manager,
      Array.from({ length: 12 }, (_, n) =>
        posting(`p${String(n)}`, began + n * MINUTE, {
          cause: n % 3 === 0 ? 'event' : 'payout',
          reference: n % 3 === 0 ? 'raid' : 'live',
          entries: n % 2 === 0 ? [pay(fern, n + 1), pay(karst, 1)] : [pay(karst, n + 1)],
        }),
      ),
    ),
  );
  const read = async (query: string) =>
    (await gully.http.get(`/api/ledger?${query}`).expect(200)).body as {
      id: number;
      cause: string;
      moved: number | null;
      count: number;
      entries: { amount: number; to: { name: string } }[];
    }[];
  const first = await read('limit=5');
  expect(first.map(({ id }) => id)).toEqual([12, 11, 10, 9, 8]);
  const older = await read(`limit=50&before=${String(first.at(-1)?.id)}`);
  expect(older.map(({ id }) => id)).toEqual([7, 6, 5, 4, 3, 2, 1]);
  expect((await read('cause=event&reference=raid')).map(({ id }) => id)).toEqual([10, 7, 4, 1]);
  const since = new Date(began + 3 * MINUTE).toISOString();
  const until = new Date(began + 5 * MINUTE).toISOString();
  expect((await read(`since=${since}&until=${until}`)).map(({ id }) => id)).toEqual([6, 5, 4]);
  const own = await read(`viewer=${fern}`);
  expect(own.map(({ moved }) => moved)).toEqual([11, 9, 7, 5, 3, 1]);
  expect(own[0]).toMatchObject({ count: 2, entries: [{ amount: 11, to: { name: 'fernhatch' } }] });
  const { body: entries } = await gully.http.get('/api/ledger/11/entries').expect(200);
  expect((entries as { amount: number }[]).map(({ amount }) => amount)).toEqual([11, 1]);
  for (const query of ['cause=theft', 'limit=0', 'limit=1000', 'since=soon', 'before=x'])
    await gully.http.get(`/api/ledger?${query}`).expect(422);
  await gully.http.get('/api/ledger/99/reversal').expect(404);
});

test('bots, the ignored and the streamer are on no leaderboard, and many are given at once by room and by role', async () => {
  for (const name of ['fernhatch', 'karstveil', 'rope_bot', 'drip_count']) await gully.type(name, 'evening');
  await gully.type('odalys_tarn', 'evening');
  await gully.type('quillrush', 'evening', ['vip']);
  const { body } = await gully.http.get('/api/viewers?limit=20').expect(200);
  const viewers = (body as { viewers: { id: string; name: string }[] }).viewers;
  const idOf = (name: string): string => viewers.find((each) => each.name === name)?.id ?? '';
  await gully.http
    .patch(`/api/viewers/${idOf('rope_bot')}`)
    .send({ bot: true })
    .expect(204);
  await gully.http
    .patch(`/api/viewers/${idOf('drip_count')}`)
    .send({ ignored: true })
    .expect(204);
  const hand = async (more: object) =>
    (
      await gully.http
        .post('/api/currency/by-hand')
        .send({ does: 'give', amount: 7, ...more })
        .expect(200)
    ).body as { viewers: number };
  const present = await hand({ present: true, key: 'everyone-here' });
  expect(present.viewers).toBe(3);
  expect(await hand({ role: 'vip', key: 'vips-alone' })).toMatchObject({ viewers: 1, total: 7 });
  // By name it is given to whoever is meant, also where they are on no board.
  await hand({ viewers: [idOf('rope_bot'), idOf('odalys_tarn')], key: 'by-their-names' });
  const { body: board } = await gully.http.get('/api/seasons/leaderboard?by=balance').expect(200);
  expect((board as { name: string; value: number }[]).map(({ name, value }) => [name, value])).toEqual([
    ['quillrush', 14],
    ['fernhatch', 7],
    ['karstveil', 7],
  ]);
  await gully.http
    .post('/api/currency/by-hand')
    .send({ does: 'give', amount: 7, key: 'nobody-at-all' })
    .expect(422);
  const both = { does: 'give', amount: 7, present: true, role: 'vip', key: 'two-at-once' };
  await gully.http.post('/api/currency/by-hand').send(both).expect(422);
});
