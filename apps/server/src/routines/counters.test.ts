import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Gully, newStandin } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});

test('a counter is made, set, shown in chat and removed; its highest stays until then', async () => {
  await gully.add({ text: 'down {{ counter.depth }}, at most {{ counter.depth.most }}' });
  for (const value of [40, 268, 212]) await gully.http.put('/api/counters/depth').send({ value }).expect(204);
  expect((await gully.http.get('/api/counters').expect(200)).body).toMatchObject([
    { name: 'depth', value: 212, most: 268 },
  ]);
  await gully.type('pebblewren', '!lantern');
  await gully.said('down 212, at most 268');
  await gully.http.delete('/api/counters/depth').expect(204);
  expect((await gully.http.get('/api/counters').expect(200)).body).toEqual([]);
  const line = await gully.type('siltlark', '!lantern');
  expect(line.brief).toBe('ran !lantern, with a note');
});

test.each([
  ['depth', 1.5],
  ['depth', '4'],
  ['depth', 1_000_000_001],
  ['how%20deep', 1],
  ['_', 1],
  ['x'.repeat(31), 1],
])('%s set to %j is refused', async (name, value) => {
  await gully.http.put(`/api/counters/${name}`).send({ value }).expect(422);
  expect((await gully.http.get('/api/counters')).body).toEqual([]);
});

test('fifty at once that each add one make fifty', async () => {
  await gully.add({
    name: 'boot',
    aliases: [],
    routine: routineOf([
      { kind: 'counter', id: 'c', counter: 'boots', change: 'add', amount: 1, lowestRole: 'viewer' },
    ]),
  });
  await Promise.all(Array.from({ length: 50 }, (_, n) => gully.type(`caver${String(n)}`, '!boot')));
  expect((await gully.http.get('/api/counters')).body).toMatchObject([
    { name: 'boots', value: 50, most: 50 },
  ]);
});
