import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { chanceFrom } from '@gully/core/random';
import { drawLine } from '@gully/core/lists';
import type { Standin } from '@gully/standin/standin';
import fc from 'fast-check';
import { Gully, newStandin } from '../test-support/index.js';
import { KeptList } from './index.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
const put = (id: string, text: string, version: number, status = 200) =>
  gully.http.put(`/api/lists/${id}`).send({ name: 'Campfire', text, version }).expect(status);
const linesOf = async (id: string): Promise<string[]> =>
  (await gully.http.get(`/api/lists/${id}/text`).expect(200)).text.trimEnd().split('\n');

test('a list is changed, stepped back, deleted and put back; someone else’s change is not overwritten', async () => {
  const id = await gully.addList('Campfire', ['one', 'two']);
  expect((await put(id, '\uFEFFone\r\n\r\n  three\u0000 \n', 1)).body).toMatchObject({
    lines: 2,
    notes: ['Characters that cannot be said were left out of 1 line'],
  });
  expect(await linesOf(id)).toEqual(['one', 'three']);
  expect((await put(id, 'late', 1, 409)).body).toMatchObject({
    title: 'Someone else saved this list in the meantime',
  });
  await gully.http.post(`/api/lists/${id}/step-back`).send({ version: 2 }).expect(200);
  expect(await linesOf(id)).toEqual(['one', 'two']);
  await gully.http.delete(`/api/lists/${id}`).expect(204);
  await gully.http.get(`/api/lists/${id}/text`).expect(404);
  await gully.http.post(`/api/lists/${id}/restore`).expect(200);
  expect(await linesOf(id)).toEqual(['one', 'two']);
  await gully.http.delete(`/api/lists/${id}`);
});

test('50,000 lines are taken, 50,001 are not, nor a line too long, nor 10 MB: each says why', async () => {
  const lines = Array.from({ length: 50_000 }, (_, n) => `line ${String(n)}`);
  const id = await gully.addList('Long', lines);
  expect((await linesOf(id)).length).toBe(50_000);
  const refused = async (text: string, status: number): Promise<string> => {
    const { body } = await gully.http.post('/api/lists').send({ name: 'Other', text }).expect(status);
    return (body as { detail: string }).detail;
  };
  expect(await refused([...lines, 'x'].join('\n'), 422)).toContain('at most 50,000 lines');
  expect(await refused(`short\n${'x'.repeat(401)}`, 422)).toContain('Line 2 has 401 characters');
  expect(await refused('x\n'.repeat(5_000_000), 413)).toMatch(/Nothing was changed\. A list may have 5 MB/u);
  await gully.http.delete(`/api/lists/${id}`);
});

test('a line stays drawn for its round when others come, go and move, however it is read back', () => {
  const step = fc.oneof(fc.constant('draw' as const), fc.constant('reread' as const));
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 30 }),
      fc.array(step, { maxLength: 80 }),
      fc.integer(),
      (size, steps, seed) => {
        let state = Math.abs(seed) + 1;
        const chance = chanceFrom(() => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647);
        const rounds = new Map<number, number>();
        const make = (round: number, last: number): KeptList =>
          new KeptList(
            { id: 'l', name: 'L', version: 1, changedAt: 0, deletedAt: null },
            Array.from({ length: size }, (_, n) => ({ text: `t${String(n)}`, round: rounds.get(n) ?? 0 })),
            round,
            last,
          );
        let list = make(1, -1);
        let drawn: number[] = [];
        for (const each of steps) {
          if (each === 'reread') {
            list = make(list.round, list.last);
            expect(list.left).toBe(size - drawn.length);
            continue;
          }
          const line = drawLine(list, 'bag', chance);
          if (line?.change === undefined) throw new Error('nothing was drawn');
          expect(drawn).not.toContain(line.place);
          const round = list.take(line.change);
          if (round !== undefined) rounds.set(line.place, round);
          drawn = drawn.length + 1 === size ? [] : [...drawn, line.place];
        }
      },
    ),
  );
});
