import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { begin, entryOf } from '@gully/core/guard';
import type { Standin } from '@gully/standin/standin';
import { Gully, newStandin } from '../test-support/index.js';
import type { PhraseGroupDto, WordListDto } from './phrase-views.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
  await setGuard({});
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
async function setGuard(more: object): Promise<void> {
  const { version } = (await gully.http.get('/api/guard')).body as { version: number };
  await gully.http
    .put('/api/guard')
    .send({ value: { ...begin('usual'), ...more }, version })
    .expect(200);
}
const group = (name: string, ...texts: string[]) => ({
  name,
  enabled: true,
  consequence: null,
  entries: texts.map((text) => entryOf(text)),
});

test('a group blocks what it has while it is on, is kept in versions, and travels in a bundle', async () => {
  const body = {
    ...group('Spoilers', 'sunken gate', 'lake door'),
    consequence: { action: 'timeout', seconds: 60 },
  };
  const made = (await gully.http.post('/api/phrase-groups').send(body).expect(201)).body as PhraseGroupDto;
  const caught = await gully.type('siltlark', 'behind the S-U-N-K-E-N gate');
  expect(caught).toMatchObject({ outcome: 'removed', brief: 'blocked phrases: 1 of Spoilers' });
  const [first] = (await gully.http.get('/api/guard/catches')).body as object[];
  expect(first).toMatchObject({ filter: 'phrases', does: 'timeout', seconds: 60, step: 0, strike: true });
  await gully.http
    .put(`/api/phrase-groups/${made.id}`)
    .send({ ...body, enabled: false, version: 1 })
    .expect(200);
  expect((await gully.type('hollowbee', 'behind the sunken gate')).outcome).toBe('talk');
  await gully.http.post(`/api/phrase-groups/${made.id}/step-back`).send({ version: 2 }).expect(200);
  expect((await gully.type('tallowfen', 'behind the sunken gate')).outcome).toBe('removed');

  const asked = {
    commands: [],
    routines: [],
    lists: [],
    'phrase-groups': [made.id],
    title: 'T',
    author: '',
    note: '',
  };
  const bundle = (await gully.http.post('/api/bundles/export').send(asked).expect(200)).body as object;
  await gully.http.delete(`/api/phrase-groups/${made.id}`).expect(204);
  expect((await gully.type('oxbowkid', 'behind the sunken gate')).outcome).toBe('talk');
  const choices = [{ kind: 'phrase-groups', name: 'Spoilers', action: 'take', as: '' }];
  await gully.http.post('/api/bundles/take').send({ bundle, answers: {}, choices }).expect(200);
  expect((await gully.http.get('/api/phrase-groups')).body).toMatchObject([
    { name: 'Spoilers', entries: { length: 2 } },
  ]);
});

test('what cannot be looked for is refused with the reason, by its place', async () => {
  const entries = [
    entryOf('a'),
    entryOf('!!!'),
    entryOf('(', { kind: 'pattern' }),
    entryOf('x'.repeat(10_000), { kind: 'pattern' }),
    entryOf('.*', { kind: 'pattern' }),
  ];
  const refused = await gully.http
    .post('/api/phrase-groups')
    .send({ ...group(''), entries })
    .expect(422);
  const { fields } = refused.body as { fields: Record<string, string> };
  expect(Object.keys(fields)).toEqual([
    'name',
    'entries.0',
    'entries.1',
    'entries.2',
    'entries.3',
    'entries.4',
  ]);
  expect(fields['entries.0']).toMatch(/One letter/u);
});

test('phrases come in and go out as text and as CSV; what is of no use is told', async () => {
  const read = (format: string, text: string) =>
    gully.http.post('/api/phrase-groups/read').send({ format, text });
  const text = (await read('text', 'cheap ropes\n/rope(s)? for sale/\na\ncheap ropes\n').expect(200))
    .body as object;
  expect(text).toMatchObject({
    entries: [{ text: 'cheap ropes' }, { text: 'rope(s)? for sale', kind: 'pattern' }],
    faults: [expect.stringMatching(/^a: One letter/u)],
  });
  const { entries } = text as { entries: object[] };
  const { body } = await gully.http
    .post('/api/phrase-groups')
    .send({ ...group('Ropes'), entries })
    .expect(201);
  const { id } = body as PhraseGroupDto;
  expect((await gully.http.get(`/api/phrase-groups/${id}/text`)).text).toBe(
    'cheap ropes\n/rope(s)? for sale/\n',
  );
  const csv = (await gully.http.get(`/api/phrase-groups/${id}/csv`)).text;
  expect((await read('csv', csv)).body).toEqual({
    entries,
    faults: [],
  });
  await read('csv', 'word\nropes\n').expect(422);
});

test('ready-made lists tell their number alone, are off until switched on, and let single words out', async () => {
  const lists = (await gully.http.get('/api/phrase-groups/word-lists')).body as WordListDto[];
  expect(lists.length).toBeGreaterThan(20);
  expect(Object.keys(lists[0] ?? {}).sort()).toEqual(['code', 'count', 'missing', 'title']);
  const words = (await gully.http.get('/api/phrase-groups/word-lists/en').expect(200)).body as string[];
  const long = words.filter((each) => /^[a-z]{7,}$/u.test(each));
  // One that no other of the list stands in.
  const word = long.find((each) => !words.some((other) => other !== each && each.includes(other))) ?? '';
  expect((await gully.type('drip_count', `well ${word} then`)).outcome).toBe('talk');
  const en = { enabled: true, consequence: { action: 'delete', seconds: 0 }, except: [] as string[] };
  await setGuard({ wordLists: { en } });
  const caught = await gully.type('drip_count', `well ${word} then`);
  expect([caught.outcome, caught.brief]).toEqual(['removed', 'blocked phrases: 1 of the en word list']);
  await setGuard({ wordLists: { en: { ...en, except: [word] }, xx: en } });
  expect((await gully.type('drip_count', `well ${word} then`)).outcome).toBe('talk');
  const now = (await gully.http.get('/api/phrase-groups/word-lists')).body as WordListDto[];
  expect(now.filter(({ missing }) => missing)).toEqual([
    { code: 'xx', title: 'xx', count: 0, missing: true },
  ]);
});
