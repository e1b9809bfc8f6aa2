import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Placed, SeasonPlan } from '@gully/core/currency';
import type { Standin } from '@gully/standin/standin';
import { verifyLedger } from '../ledger/index.js';
import { FaultyDisk, Gully, newFolder, newStandin } from '../test-support/index.js';
import { SeasonsService } from './index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
  const value = { enabled: true, one: 'flint', many: 'flint' };
  await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const PLAN: SeasonPlan = {
  name: 'Dry season',
  endsAt: null,
  resets: 'balances',
  awards: [
    { by: 'messages', place: 1, amount: 500 },
    { by: 'balance', place: 1, amount: 100 },
    { by: 'balance', place: 2, amount: 50 },
  ],
};
const idOf = async (name: string): Promise<string> => {
  const { body } = await gully.http.get(`/api/viewers?search=${name}`).expect(200);
  return (body as { viewers: { id: string }[] }).viewers[0]?.id ?? '';
};
let keys = 0;
const give = async (name: string, amount: number): Promise<void> => {
  const viewers = [await idOf(name)];
  keys += 1;
  const body = { does: 'give', amount, viewers, key: `season-test-${String(keys)}` };
  await gully.http.post('/api/currency/by-hand').send(body).expect(200);
};
/** Ends the season that is on. */
const end = async (next: string, status = 200) => {
  const season = (await gully.app.get(SeasonsService).current())?.id;
  return gully.http.post('/api/seasons/end').send({ season, next }).expect(status);
};
const board = async (query: string): Promise<[number, string, number][]> => {
  const { body } = await gully.http.get(`/api/seasons/leaderboard?${query}`).expect(200);
  return (body as Placed[]).map(({ place, name, value }) => [place, name, value]);
};
const faults = async () =>
  (await verifyLedger((sql, parameters) => gully.source.query(sql, [...parameters]))).faults;

test('a season ends as it was shown before, keeps how it stood, and is undone as a whole', async () => {
  for (const name of ['fernhatch', 'karstveil', 'siltlark']) await gully.type(name, 'evening');
  await gully.http.put('/api/seasons').send({ value: PLAN, version: 0 }).expect(200);
  for (const text of ['one', 'two']) await gully.type('siltlark', text);
  await give('fernhatch', 80);
  await give('karstveil', 80);
  await give('siltlark', 10);
  expect(await board('by=balance')).toEqual([
    [1, 'fernhatch', 80],
    [1, 'karstveil', 80],
    [3, 'siltlark', 10],
  ]);
  expect(await board('by=messages&span=season')).toEqual([[1, 'siltlark', 2]]);
  const won = (n: number, name: string, at: number, paid: number): Promise<unknown> =>
    gully.source.query(
      `INSERT INTO game_plays (round_id, n, game_id, version, viewer_id, name, does, at, stake, typed, numbers,
         level, outcome, paid)
       SELECT 'r', ?, 'g', 1, id, name, 'play', ?, 5, '', '[]', 0, 'win', ? FROM viewers WHERE name = ?`,
      [n, at, paid, name],
    );
  await won(1, 'siltlark', 1_000, 10);
  await won(2, 'karstveil', Date.now(), 10);
  await won(3, 'siltlark', Date.now(), 5);
  expect(await board('by=wins')).toEqual([
    [1, 'karstveil', 1],
    [1, 'siltlark', 1],
  ]);
  expect(await board('by=wins&span=season')).toEqual([[1, 'karstveil', 1]]);
  const { body: look } = await gully.http.get('/api/seasons/ending').expect(200);
  expect(look).toMatchObject({ resetTotal: 170, resetViewers: 3 });
  expect(
    (look as { awards: { name: string; amount: number }[] }).awards.map(({ name, amount }) => [name, amount]),
  ).toEqual([
    ['siltlark', 500],
    ['fernhatch', 100],
    ['karstveil', 100],
  ]);

  const { body: ended } = await end('Wet season');
  const { id } = ended as { id: string };
  expect(await board('by=balance')).toEqual([
    [1, 'siltlark', 500],
    [2, 'fernhatch', 100],
    [2, 'karstveil', 100],
  ]);
  expect(await board('by=messages&span=season')).toEqual([]);
  const { body: kept } = await gully.http.get(`/api/seasons/${id}/standings`).expect(200);
  expect(kept).toContainEqual({
    board: 'messages',
    places: [expect.objectContaining({ name: 'siltlark', place: 1, value: 2 })],
  });
  expect(await faults()).toEqual([]);

  await gully.http.post(`/api/seasons/${id}/undo`).expect(204);
  expect(await board('by=balance')).toEqual([
    [1, 'fernhatch', 80],
    [1, 'karstveil', 80],
    [3, 'siltlark', 10],
  ]);
  expect(await board('by=messages&span=season')).toEqual([[1, 'siltlark', 2]]);
  // It can end again, and an undo that came too late or twice changes nothing.
  await gully.http.post(`/api/seasons/${id}/undo`).expect(404);
  await end('Wet season');
  await gully.source.query('UPDATE seasons SET ended_at = 1 WHERE ended_at IS NOT NULL');
  await gully.http.post(`/api/seasons/${id}/undo`).expect(409);
  expect(await faults()).toEqual([]);
});

test('an award that was spent keeps no end from being undone, and the last end is undone first', async () => {
  for (const name of ['fernhatch', 'siltlark']) await gully.type(name, 'evening');
  await gully.http.put('/api/seasons').send({ value: PLAN, version: 0 }).expect(200);
  await give('fernhatch', 80);
  const ended = async (next: string): Promise<string> => {
    const { body } = await end(next);
    return (body as { id: string }).id;
  };
  const first = await ended('Wet season');
  expect(await board('by=balance')).toContainEqual([1, 'fernhatch', 100]);
  const viewers = [await idOf('fernhatch')];
  const spending = { does: 'take', amount: 70, viewers, key: 'season-test-spent' };
  await gully.http.post('/api/currency/by-hand').send(spending).expect(200);
  const second = await ended('Late season');

  await gully.http.post(`/api/seasons/${first}/undo`).expect(409);
  await gully.http.post(`/api/seasons/${second}/undo`).expect(204);
  await gully.http.post(`/api/seasons/${first}/undo`).expect(204);
  // What was left of the award is taken back, and what the reset took is given back.
  expect(await board('by=balance')).toContainEqual([1, 'fernhatch', 80]);
  expect(await faults()).toEqual([]);
});

test('an undo that is cut off anywhere is completed by asking again', async () => {
  await gully.type('fernhatch', 'evening');
  await gully.http.put('/api/seasons').send({ value: PLAN, version: 0 }).expect(200);
  await gully.type('fernhatch', 'one');
  await give('fernhatch', 80);
  const disk = new FaultyDisk(gully.source);
  const asked = async (id: string): Promise<number> =>
    (await gully.http.post(`/api/seasons/${id}/undo`)).status;
  // Each of its transactions in turn: two movements, the plan, and the season itself.
  for (const [statement, nth] of [
    ['INSERT INTO ledger_postings', 0],
    ['INSERT INTO ledger_postings', 1],
    ['INSERT INTO "settings"', 0],
    ['UPDATE seasons SET ended_at = NULL', 0],
  ] as const) {
    const { body } = await end('Wet season');
    const { id } = body as { id: string };
    expect(await board('by=balance')).toEqual([[1, 'fernhatch', 600]]);
    let met = 0;
    disk.refuse((sql) => sql.startsWith(statement) && met++ === nth, 1);
    expect([statement, nth, await asked(id)]).toEqual([statement, nth, 507]);
    disk.heal();
    expect(await asked(id)).toBe(204);
    expect(await board('by=balance')).toEqual([[1, 'fernhatch', 80]]);
    const seasons = await gully.app.get(SeasonsService).all();
    expect(seasons.map(({ name, endedAt }) => [name, endedAt])).toEqual([['Dry season', null]]);
    const { body: now } = await gully.http.get('/api/seasons').expect(200);
    expect(now).toMatchObject({ value: { name: 'Dry season' } });
    expect(await faults()).toEqual([]);
  }
});

test('an end that cannot be written is none; one whose day has come ends by itself, once', async () => {
  await gully.type('fernhatch', 'evening');
  await give('fernhatch', 80);
  const past = await gully.http
    .put('/api/seasons')
    .send({ value: { ...PLAN, endsAt: Date.now() - 1 }, version: 0 })
    .expect(422);
  expect((past.body as { fields: object }).fields).toEqual({ endsAt: 'This day has passed' });
  const endsAt = Date.now() + 1_000;
  await gully.http
    .put('/api/seasons')
    .send({ value: { ...PLAN, endsAt }, version: 0 })
    .expect(200);
  const disk = new FaultyDisk(gully.source);
  disk.refuse((sql) => sql.includes('season_standings'));
  await end('Wet season', 507);
  disk.heal();
  expect(await board('by=balance')).toEqual([[1, 'fernhatch', 80]]);
  const seasons = gully.app.get(SeasonsService);
  await seasons.look(endsAt - 1);
  expect(await seasons.all()).toHaveLength(1);
  await seasons.look(endsAt + 1);
  await seasons.look(endsAt + 2);
  expect((await seasons.all()).map(({ name }) => name)).toEqual(['After Dry season', 'Dry season']);
  expect(await board('by=balance')).toEqual([[1, 'fernhatch', 100]]);
});

test('a plan that is wrong is refused by its places, and two who end it at once end it once', async () => {
  const wrong = { ...PLAN, name: '', awards: [{ by: 'watch', place: 200, amount: 1 }] };
  const { body } = await gully.http.put('/api/seasons').send({ value: wrong, version: 0 }).expect(422);
  expect(Object.keys((body as { fields: object }).fields)).toEqual(['name', 'awards.0.place']);
  await gully.http.get('/api/seasons/ending').expect(409);
  await gully.http.put('/api/seasons').send({ value: PLAN, version: 0 }).expect(200);
  const season = (await gully.app.get(SeasonsService).current())?.id;
  const twice = await Promise.all(
    ['A', 'B'].map((next) => gully.http.post('/api/seasons/end').send({ season, next })),
  );
  expect(twice.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect(await gully.app.get(SeasonsService).all()).toHaveLength(2);
});
