import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { begin, type GuardSettings, type Replayed } from '@gully/core/guard';
import type { Standin } from '@gully/standin/standin';
import { Gully, newStandin, until } from '../test-support/index.js';
import type { ExceptionDto, ReplayDto } from './views.js';

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
const usual = begin('usual');
const withFilter = (name: 'capitals' | 'links', settings: object): GuardSettings => ({
  ...usual,
  filters: {
    ...usual.filters,
    [name]: { ...usual.filters[name], settings: { ...usual.filters[name].settings, ...settings } },
  },
});
const begun = async (settings: object, source: object): Promise<ReplayDto> =>
  (await gully.http.post('/api/guard/replays').send({ settings, source }).expect(201)).body as ReplayDto;
async function ended({ id }: ReplayDto): Promise<ReplayDto & { result: Replayed }> {
  return until(async () => {
    const { body } = await gully.http.get(`/api/guard/replays/${id}`).expect(200);
    return (body as ReplayDto).state === 'running' ? undefined : (body as ReplayDto & { result: Replayed });
  }, 'the end of the replay');
}
const of = ({ result }: { result: Replayed }, name: string) =>
  result.filters.find(({ filter }) => filter === name);

test('a changed limit is run over the log: newly and no longer caught, whom it hits, and how well by what was judged', async () => {
  await gully.http.put('/api/guard').send({ value: usual, version: 0 }).expect(200);
  const shout = await gully.type('gritandgo', 'THE LAMP is out AGAIN down here');
  await gully.type('siltlark', 'what a lovely cave');
  const link = await gully.type('cheap_ropes_4u', 'ropes.example has them');
  const strict = withFilter('capitals', { most: 30, from: 8 });
  const first = await ended(await begun(strict, { kind: 'last', lines: 1_000 }));
  expect(first).toMatchObject({ state: 'done', total: 3, result: { lines: 3, now: 1, would: 2 } });
  expect(of(first, 'capitals')).toMatchObject({
    now: 0,
    would: 1,
    newly: {
      count: 1,
      lines: [{ id: shout.id, name: 'gritandgo', measure: expect.stringMatching(/% of /u) }],
    },
    most: [{ name: 'gritandgo', lines: 1 }],
    quality: { labelled: 0 },
  });
  const label = (line: string, filter: string, right: boolean | null) =>
    gully.http.put('/api/guard/labels').send({ line, filter, right }).expect(204);
  await label(shout.id, 'capitals', false);
  await label(link.id, 'links', true);
  const open = {
    ...strict,
    filters: { ...strict.filters, links: withFilter('links', { allowed: ['ropes.example'] }).filters.links },
  };
  const second = await ended(await begun(open, { kind: 'last', lines: 1_000 }));
  expect(of(second, 'capitals')?.quality.would).toEqual({ precision: 0, recall: undefined });
  expect(of(second, 'links')).toMatchObject({
    noLonger: { count: 1, lines: [{ id: link.id }] },
    quality: { now: { precision: 1, recall: 1 }, would: { recall: 0 } },
  });
  expect((await gully.http.get(`/api/guard/labels?lines=${shout.id},${link.id}`)).body).toHaveLength(2);
});

test('the narrowest exception is offered first with what else it lets through, and holds once it is made', async () => {
  await gully.type('lowceiling', 'more at ropes.example/other');
  const line = await gully.type('hollowbee', 'see https://ropes.example/map/7?from=chat');
  const offered = (await gully.http.get(`/api/guard/catches/${line.id}/exceptions`).expect(200))
    .body as ExceptionDto[];
  expect(offered.map(({ kind, words, lets }) => [kind, words, lets])).toEqual([
    ['domain', 'links to ropes.example/map/7', 0],
    ['domain', 'links to ropes.example', 2],
    ['viewer', 'anything hollowbee writes, for links', 0],
  ]);
  const except = (choice: number, words: string) =>
    gully.http.post(`/api/guard/catches/${line.id}/exceptions`).send({ choice, words });
  await except(0, 'links to somewhere else').expect(409);
  await except(0, 'links to ropes.example/map/7').expect(200);
  expect((await gully.type('oxbowkid', 'see ropes.example/map/7')).outcome).toBe('talk');
  expect((await gully.type('oxbowkid', 'see ropes.example/map')).outcome).toBe('removed');
});

test('a file is read as JSON lines or as a log of an IRC program; one that is under way can be cancelled', async () => {
  const text = [
    '{"at":"2026-03-05T19:30:05Z","name":"siltlark","text":"see maps.example","roles":["vip"]}',
    '{"at":"2026-03-05T19:30:06Z","name":"gritandgo","text":"see maps.example"}',
    'not a line',
    '[23:59:58] <@brackenfold> see maps.example',
    '[00:00:04] <drip_count> see maps.example',
    '2026-03-06 20:00:01 <saltspar> see maps.example',
  ].join('\n');
  const read = await ended(await begun(usual, { kind: 'file', text }));
  // A VIP and a moderator are exempt; a log tells nothing of roles but by what stands before the name.
  expect(read).toMatchObject({ skipped: 1, result: { lines: 5 } });
  expect(of(read, 'links')?.still.lines.map(({ name }) => name)).toEqual([
    'gritandgo',
    'brackenfold',
    'drip_count',
    'saltspar',
  ]);
  const long = Array.from(
    { length: 60_000 },
    (_, n) => `[10:00:00] <caver_${String(n)}> line ${String(n)} of many`,
  ).join('\n');
  const running = await begun(usual, { kind: 'file', text: long });
  await gully.http.delete(`/api/guard/replays/${running.id}`).expect(204);
  expect(await ended(running)).toMatchObject({ state: 'cancelled', result: null });
  await gully.http
    .post('/api/guard/replays')
    .send({ settings: usual, source: { kind: 'stream', stream: 'x' } })
    .expect(404);
});
