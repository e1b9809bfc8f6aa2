import { STEP_KINDS } from '@gully/core/channel';
import { afterEach, expect, test } from '@jest/globals';
import { BLANK_OVERLAY, newPiece } from '@gully/core/overlays';
import { BLANK_REWARD } from '@gully/core/rewards';
import { routineOf } from '@gully/core/routines';
import { io, type Socket } from 'socket.io-client';
import { GIVEN, selling, until } from '../test-support/index.js';

const shop = selling();
const { sell, stands, balance } = shop;
const sockets: Socket[] = [];
afterEach(() => {
  for (const socket of sockets.splice(0)) socket.close();
});

const shows = (more: object = {}): Promise<unknown> =>
  sell('bell', {
    name: 'Supper bell',
    gives: 'routine',
    routine: routineOf([
      { ...STEP_KINDS.show.blank('s'), what: 'text', text: '{{ viewer.name }} rings', seconds: 1, ...more },
    ]),
    says: BLANK_REWARD.says,
  });
const addOverlay = async (): Promise<string> => {
  const body = { ...BLANK_OVERLAY, name: 'Main' };
  const pieces = [newPiece('stage', 'stage', body)];
  return (
    (
      await shop.gully.http
        .post('/api/overlays')
        .send({ ...body, pieces })
        .expect(201)
    ).body as { id: string }
  ).id;
};
const openPage = async (overlay: string): Promise<void> => {
  const { body } = await shop.gully.http.get(`/api/overlays/${overlay}/address`).expect(200);
  const socket = io(`${shop.gully.origin}/overlay`, {
    path: '/live',
    transports: ['websocket'],
    auth: { key: (body as { path: string }).path.split('/').at(-1) },
    forceNew: true,
    reconnection: false,
  });
  sockets.push(socket);
  await new Promise((resolve) => socket.once('scene', resolve));
  socket.emit('state', { visible: true, wantsSound: true, muted: false, voice: true });
};
const stage = (overlay: string, does: string) =>
  shop.gully.http.post(`/api/overlays/${overlay}/stage`).send({ does });

test('what no overlay can show is given back at once, whatever its steps do then', async () => {
  await shows({ ifFails: 'go-on' });
  await shop.gully.type('pebblewren', '!bell');
  await shop.gully.said('pebblewren, Supper bell did not work out; you have your 100 flint back.');
  expect((await stands('returned')).note).toMatch(/no overlay has a stage/u);
  expect(await balance('pebblewren')).toBe(GIVEN);
});

test('what waits for its turn is done once it is shown, also after a restart; what never comes is given back', async () => {
  const overlay = await addOverlay();
  await shows();
  // No page shows the overlay: it waits.
  await shop.gully.type('pebblewren', '!bell');
  await stands('bought');
  await shop.gully.type('mossmoth', '!bell');
  await stands('bought', 'mossmoth');
  await shop.gully.stop();
  await shop.start();
  expect((await stands('bought')).note).toBe('');
  await openPage(overlay);
  await stands('done');
  await stands('done', 'mossmoth');
  expect(await balance('mossmoth')).toBe(GIVEN - 100);
  await stage(overlay, 'hold').expect(204);
  await shop.gully.type('oxbowkid', '!bell');
  await stands('bought', 'oxbowkid');
  await stage(overlay, 'clear').expect(204);
  await shop.gully.said('oxbowkid, Supper bell did not work out; you have your 100 flint back.');
  expect((await stands('returned', 'oxbowkid')).note).toBe('it was cleared before it was shown');
  expect(await balance('oxbowkid')).toBe(GIVEN);
});

test('a sound that no open overlay plays is given back, and one that is heard is not', async () => {
  const overlay = await addOverlay();
  await sell('bell', {
    name: 'Supper bell',
    gives: 'routine',
    routine: routineOf([{ ...STEP_KINDS.sound.blank('s'), sound: 'gully-supper-bell', ifFails: 'go-on' }]),
  });
  await shop.gully.type('pebblewren', '!bell');
  expect((await stands('returned')).note).toMatch(/no overlay that plays sounds is open/u);
  await openPage(overlay);
  await until(async () => {
    await shop.gully.type('mossmoth', '!bell');
    const all = (await shop.page()).filter(({ name }) => name === 'mossmoth');
    return all.some(({ state }) => state === 'done') ? true : undefined;
  }, 'the sound to be heard');
});
