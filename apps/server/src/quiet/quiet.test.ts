import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { BLANK_ROUTINE, sayOnly } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

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

const set = async (level: string, minutes: number | null, version: number, status = 200) =>
  (await gully.http.put('/api/quiet').send({ level, minutes, version }).expect(status)).body as {
    level: string;
    until: string | null;
    version: number;
  };
const outcome = async (name: string, roles: string[] = []): Promise<string> =>
  (await gully.type(name, '!lantern', roles)).outcome;

test('only moderators are answered, and over a restart still; of two who change it one is told', async () => {
  await gully.add({ cooldown: 0, viewerCooldown: 0 });
  const [one, other] = await Promise.all([
    gully.http.put('/api/quiet').send({ level: 'moderators', minutes: null, version: 0 }),
    gully.http.put('/api/quiet').send({ level: 'all', minutes: 5, version: 0 }),
  ]);
  expect([one.status, other.status].sort()).toEqual([200, 409]);
  await set('moderators', null, 1);
  expect(await outcome('siltlark')).toBe('stopped');
  expect(await outcome('brackenfold', ['moderator'])).toBe('ran');
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  expect(await outcome('siltlark')).toBe('stopped');
  await set('off', null, 2);
  expect(await outcome('siltlark')).toBe('ran');
});

test('kept quiet altogether nothing starts: no command and no event; what is started by hand still does', async () => {
  await gully.add({ cooldown: 0, viewerCooldown: 0 });
  const routine = { ...BLANK_ROUTINE, name: 'Thanks', routine: sayOnly('One more light.') };
  const triggers = [
    { id: '01ARZ3NDEKTSV4RRFFQ69G5FAV', event: 'live', least: 0, lowestRole: 'viewer', viewers: [] },
  ];
  const made = (
    await gully.http
      .post('/api/routines')
      .send({ ...routine, triggers })
      .expect(201)
  ).body as { id: string };
  const { until } = await set('all', 30, 0);
  const { body } = await gully.http.get('/api/activity').expect(200);
  expect(body).toContainEqual(
    expect.objectContaining({ subject: 'Quiet', text: 'is on: the bot says nothing, for 30 min' }),
  );
  expect(Date.parse(until ?? '') - Date.now()).toBeGreaterThan(29 * 60_000);
  await gully.http
    .post('/api/standin/stream')
    .send({ live: true })
    .expect((response) => response.status < 300);
  expect(await outcome('brackenfold', ['moderator'])).toBe('stopped');
  await gully.http.post(`/api/routines/${made.id}/run`).expect((response) => response.status < 300);
  await gully.said('One more light.');
  const said = (await gully.http.get('/api/chat/lines?of=bot')).body as { text: string; brief: string }[];
  expect(said.map(({ text }) => text)).toEqual(['One more light.']);
});

test.each([
  ['loud', 5],
  ['all', 0],
  ['all', 1.5],
  ['all', 5_000],
])('a wrong wish is refused: %s for %s', async (level, minutes) => {
  await set(level, minutes, 0, 422);
});
