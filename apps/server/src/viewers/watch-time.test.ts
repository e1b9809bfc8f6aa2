import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import type { Standin } from '@gully/standin/standin';
import { StreamService } from '../stream/index.js';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { WatchTime } from './index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});
const control = (path: string, body: object): Promise<Response> =>
  fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const come = async (name: string): Promise<void> => {
  await control('join', { name, roles: [] });
  await until(
    () => (gully.connection.room.present().some(({ nick }) => nick === name) ? true : undefined),
    name,
  );
};
const goLive = async (live: boolean): Promise<void> => {
  standin.stream.set({ live }, Date.now() - 3_600_000);
  await gully.app.get(StreamService).ask();
};
const watched = async (): Promise<Record<string, number>> => {
  const { body } = await gully.http.get('/api/viewers?sort=name&order=up').expect(200);
  return Object.fromEntries(
    (body as { viewers: { name: string; watchTime: number }[] }).viewers.map((each) => [
      each.name,
      each.watchTime,
    ]),
  );
};
const tick = (seconds: number, from = Date.now()): Promise<void> =>
  gully.app.get(WatchTime).tick(from + seconds * 1000);

test('who is there while it is live watches, whether they write or not; offline nobody does', async () => {
  await come('quiet_one');
  // However long the test itself takes, so many seconds lie between two looks.
  const begun = Date.now();
  await tick(30, begun);
  expect(await watched()).toEqual({});
  await goLive(true);
  await tick(90, begun);
  expect(await watched()).toEqual({ quiet_one: 60 });
  await goLive(false);
  await tick(120, begun);
  expect(await watched()).toEqual({ quiet_one: 60 });
  const value = { ...NO_CURRENCY, watchOffline: true };
  await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
  await tick(150, begun);
  expect(await watched()).toEqual({ quiet_one: 90 });
});

test('who was only present is still told of as new when they first write, and once', async () => {
  await goLive(true);
  await come('quiet_one');
  await tick(60);
  for (const text of ['at last', 'and again']) await gully.type('quiet_one', text);
  const { body } = await gully.http.get('/api/activity').expect(200);
  const arrivals = (body as { kind: string; subject: string }[]).filter(({ kind }) => kind === 'arrival');
  expect(arrivals.map(({ subject }) => subject)).toEqual(['quiet_one']);
});

test('marked viewers watch nothing, the bot itself neither; a machine asleep counts as a short while at most', async () => {
  await goLive(true);
  await come('bot_of_theirs');
  await gully.type('bot_of_theirs', 'beep');
  await gully.type('pebblewren', 'hello');
  const { body } = await gully.http.get('/api/viewers?search=bot_of');
  const { id } = (body as { viewers: { id: string }[] }).viewers[0]!;
  await gully.http.patch(`/api/viewers/${id}`).send({ bot: true }).expect(204);
  await tick(8 * 3_600);
  expect(await watched()).toEqual({ bot_of_theirs: 0, pebblewren: 120 });
});

test('whoever leaves keeps what they watched; it survives a restart, and accounts are asked for on coming back', async () => {
  await goLive(true);
  await come('tallowfen');
  await tick(40);
  await control('leave', { name: 'tallowfen' });
  await until(
    () => (gully.connection.room.present().some(({ nick }) => nick === 'tallowfen') ? undefined : true),
    'leaving',
  );
  await come('siltlark');
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  expect((await watched()).tallowfen).toBeGreaterThanOrEqual(39);
  await until(
    () => gully.connection.room.present().find(({ key }) => key === 'account:siltlark'),
    'the account of someone who was there before',
  );
});

test('a platform that does not answer, or answers nonsense, leaves what was known', async () => {
  const stream = gully.app.get(StreamService);
  await goLive(true);
  await gully.stop();
  gully = await Gully.inRoom(standin, folder, { GULLY_STREAM_URL: 'http://127.0.0.1:1' });
  expect((await gully.http.get('/api/stream').expect(200)).body).toMatchObject({ live: false, known: true });
  expect(stream.state.live).toBe(true);
});
