import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Step } from '@gully/core/channel';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { ViewersService } from '../viewers/index.js';
import { RankWatch } from './index.js';

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

const say = (text: string): Step => ({ kind: 'say', id: 's', texts: [text], order: 'random' });
const rank = (id: string, name: string, from: number, routine: string | null = null) => ({
  id,
  name,
  from,
  lowestRole: 'viewer',
  routine,
});
const present = async (name: string): Promise<string> => {
  await gully.type(name, 'evening');
  await until(
    () => (gully.connection.room.present().some(({ nick }) => nick === name) ? true : undefined),
    name,
  );
  const { body } = await gully.http.get(`/api/viewers?search=${name}`);
  return (body as { viewers: { id: string }[] }).viewers[0]?.id ?? '';
};
/** Has someone watched for so long, as the clock of watch time would. */
const watched = async (id: string, hours: number): Promise<void> => {
  await gully.source.query('UPDATE viewers SET watch_ms = ? WHERE id = ?', [hours * 3_600_000, id]);
  gully.app.get(ViewersService).forget(id);
};
const look = (): Promise<void> => gully.app.get(RankWatch).look(Date.now());
const greetings = async (): Promise<string[]> =>
  (await gully.lines()).filter(({ own }) => own).map(({ text }) => text);

test('a rank that is reached starts its routine and those that wait, once, and not for what was held before', async () => {
  const own = await gully.addRoutine('Up the rope', [say('{{ viewer.name }} is a {{ event.message }}')]);
  await gully.addRoutine('Any rank', [say('someone climbs')], {
    triggers: [{ id: 't', event: 'rank', least: 0, lowestRole: 'viewer', viewers: [] }],
  });
  const value = { enabled: true, one: 'flint', many: 'flint' };
  await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
  const [siltlark, oxbowkid] = [await present('siltlark'), await present('oxbowkid')];
  const ranks = [
    rank('day', 'Daylighter', 0),
    rank('scramble', 'Scrambler', 2, own.id),
    rank('rope', 'Ropehand', 10, own.id),
  ];
  await gully.http
    .put('/api/currency/ranks')
    .send({ value: { by: 'watch', ranks }, version: 0 })
    .expect(200);
  await watched(siltlark, 3);
  await look();
  expect(await greetings()).toEqual([]);
  await watched(oxbowkid, 2);
  await look();
  await gully.said('oxbowkid is a Scrambler');
  await gully.said('someone climbs');
  // Two at once are told of as the higher one; nobody is told of twice, also not after a restart.
  await watched(siltlark, 11);
  await look();
  await gully.said('siltlark is a Ropehand');
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  await present('siltlark');
  await look();
  const said = await greetings();
  expect(said.filter((text) => text.startsWith('siltlark is'))).toEqual(['siltlark is a Ropehand']);
  const { body } = await gully.http.get('/api/currency/ranks/holders').expect(200);
  expect(body).toEqual([
    { id: 'day', holders: 0 },
    { id: 'scramble', holders: 1 },
    { id: 'rope', holders: 1 },
  ]);
});

test('the first rank there is starts its routine too, soon after currency came, whether its viewer is here or not', async () => {
  const own = await gully.addRoutine('Up the rope', [say('{{ viewer.name }} is a {{ event.message }}')]);
  const value = { enabled: true, one: 'flint', many: 'flint' };
  await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
  const before = await present('siltlark');
  const give = (id: string, amount: number, key: string) =>
    gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount, viewers: [id], key })
      .expect(200);
  await give(before, 60, 'before-ranks-were-set');
  await gully.http
    .put('/api/currency/ranks')
    .send({ value: { by: 'balance', ranks: [rank('scramble', 'Scrambler', 50, own.id)] }, version: 0 })
    .expect(200);
  const fresh = await present('oxbowkid');
  await give(before, 5, 'silently-the-same-rank');
  await give(fresh, 50, 'the-first-rank-of-all');
  await gully.said('oxbowkid is a Scrambler');
  await give(fresh, 50, 'once-is-enough-for-it');
  await look();
  expect(await greetings()).toEqual(['oxbowkid is a Scrambler']);
});
