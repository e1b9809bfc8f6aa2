import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

let standin: Standin;
beforeAll(async () => {
  standin = await newStandin();
});
afterAll(() => standin.close());

test('an arrangement is kept over a restart; of two changes at once one is told; a wrong one is refused', async () => {
  const folder = newFolder();
  const gully = await Gully.start(standin, folder);
  const places = [{ panel: 'timers', x: 0, y: 0, w: 4, h: 6 }];
  const board = (name: string): object => ({
    current: name,
    arrangements: [{ name, places, hidden: ['uses'] }],
    version: 0,
  });
  const both = await Promise.all(
    ['Evening', 'Raid'].map((name) => gully.http.put('/api/board').send(board(name))),
  );
  expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
  const kept = (await gully.http.get('/api/board').expect(200)).body as { current: string };
  await gully.http.put('/api/board').send({ current: 'Elsewhere', arrangements: [], version: 1 }).expect(422);
  await gully.stop();
  const after = await Gully.start(standin, folder);
  expect((await after.http.get('/api/board').expect(200)).body).toEqual(kept);
  expect(kept).toMatchObject({ version: 1, arrangements: [{ places, hidden: ['uses'] }] });
  await after.stop();
});
