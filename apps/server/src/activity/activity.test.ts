import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { ActivityView } from '@gully/core/news';
import type { Standin } from '@gully/standin/standin';
import { Gully, newStandin } from '../test-support/index.js';
import { ActivityService } from './index.js';

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
const page = async (query: string): Promise<ActivityView[]> =>
  (await gully.http.get(`/api/activity${query}`).expect(200)).body as ActivityView[];

test('what happens on the channel is told in plain lines, each once', async () => {
  const { id } = await gully.add({ lowestRole: 'vip' });
  await gully.type('tallowfen', '!lantern');
  await gully.type('quillrush', '!lantern', ['vip']);
  await gully.http.delete(`/api/commands/${id}`);
  await gully.http.post(`/api/commands/${id}/restore`);
  expect(
    (await page('?limit=100')).map(({ kind, subject, text }) => [kind, subject, text]).reverse(),
  ).toEqual([
    ['connection', 'Gully', 'joined #lanternhour'],
    ['changed', '!lantern', 'added (a command)'],
    ['arrival', 'tallowfen', 'writes here for the first time'],
    ['stopped', 'tallowfen', '!lantern: for VIPs and up'],
    ['arrival', 'quillrush', 'writes here for the first time'],
    ['ran', 'quillrush', 'ran !lantern'],
    ['changed', '!lantern', 'deleted (a command)'],
    ['changed', '!lantern', 'put back (a command)'],
  ]);
});

test('pages run back in time without a gap or a double', async () => {
  for (let n = 0; n < 250; n++)
    gully.app.get(ActivityService).record('ran', 'siltlark', `number ${String(n)}`);
  const seen: ActivityView[] = await page('?limit=100');
  for (;;) {
    const more = await page(`?limit=100&before=${seen.at(-1)!.id}`);
    if (more.length === 0) break;
    seen.push(...more);
  }
  const numbers = seen.filter(({ subject }) => subject === 'siltlark').map(({ text }) => text);
  expect(numbers).toEqual(Array.from({ length: 250 }, (_, n) => `number ${String(249 - n)}`));
  expect(new Set(seen.map(({ id }) => id)).size).toBe(seen.length);
});
