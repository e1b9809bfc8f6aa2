import { afterEach, beforeEach, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

interface Word {
  span: string;
  viewer: string;
  viewerName: string;
  name: string;
  text: string;
}

let standin: Standin;
const running: Gully[] = [];
const start = async (folder?: string): Promise<Gully> => {
  const gully = await Gully.inRoom(standin, folder);
  running.push(gully);
  return gully;
};
beforeEach(async () => {
  standin = await newStandin();
});
afterEach(async () => {
  for (const gully of running.splice(0)) await gully.stop();
  await standin.close();
});

const words = async (gully: Gully, query = ''): Promise<Word[]> =>
  (await gully.http.get(`/api/remembered/words${query}`).expect(200)).body as Word[];
const put = (gully: Gully, word: object, status = 204) =>
  gully.http
    .put('/api/remembered/words')
    .send({ span: 'good', viewer: '', ...word })
    .expect(status);

/** A command that remembers a knot of each viewer, and says it. */
async function withKnots(gully: Gully): Promise<string> {
  await gully.add({
    name: 'knot',
    aliases: [],
    text: '{{ viewer.name }} ties a {{ remembered.knot | default: "granny" }}',
  });
  await gully.type('pebblewren', 'evening');
  const { body } = await gully.http.get('/api/viewers');
  return (body as { viewers: { id: string }[] }).viewers[0]!.id;
}

test('what is remembered is changed for chat at once, found, and forgotten, over a restart too', async () => {
  const folder = newFolder();
  const gully = await start(folder);
  const viewer = await withKnots(gully);
  await put(gully, { span: 'viewer', viewer, name: 'knot', text: 'bowline' });
  await put(gully, { name: 'guide', text: 'Odalys' });
  await put(gully, { span: 'stream', name: 'leg', text: 'down' });
  await gully.type('pebblewren', '!knot');
  await gully.said('pebblewren ties a bowline');
  expect((await words(gully)).map(({ name }) => name).sort()).toEqual(['guide', 'knot', 'leg']);
  expect(await words(gully, '?search=PEBBLE')).toMatchObject([{ viewerName: 'pebblewren', text: 'bowline' }]);
  expect(await words(gully, `?viewer=${viewer}`)).toHaveLength(1);
  expect(await words(gully, '?span=good&search=odal')).toMatchObject([{ name: 'guide' }]);
  await gully.stop();
  running.length = 0;
  const after = await start(folder);
  await put(after, { span: 'viewer', viewer, name: 'knot', text: null });
  await after.type('pebblewren', '!knot');
  await after.said('pebblewren ties a granny');
  expect((await words(after)).map(({ name }) => name).sort()).toEqual(['guide', 'leg']);
});

test('all of a word, a span or a viewer is forgotten together, in memory as on disk', async () => {
  const gully = await start();
  const viewer = await withKnots(gully);
  await put(gully, { span: 'viewer', viewer, name: 'knot', text: 'bowline' });
  await put(gully, { span: 'viewer', viewer, name: 'rope', text: 'wet' });
  await put(gully, { name: 'knot', text: 'reef' });
  const forget = async (which: object, status = 200): Promise<unknown> =>
    (await gully.http.post('/api/remembered/forget').send(which).expect(status)).body;
  expect(await forget({ span: 'viewer', name: 'knot' })).toEqual({ count: 1 });
  await gully.type('pebblewren', '!knot');
  await gully.said('pebblewren ties a reef');
  expect(await forget({ viewer })).toEqual({ count: 1 });
  expect(await words(gully)).toMatchObject([{ span: 'good', name: 'knot' }]);
  await forget({}, 422);
});

test.each([
  ['a word with a space', { name: 'two words' }, 422],
  ['a viewer for good', { viewer: 'V1' }, 422],
  ['nobody in particular', { span: 'viewer' }, 422],
  ['a viewer nobody knows', { span: 'viewer', viewer: '01AAAAAAAAAAAAAAAAAAAAAAAA' }, 404],
  ['a span there is none of', { span: 'ever' }, 422],
])('nothing is remembered by %s', async (_, wrong, status) => {
  const gully = await start();
  await put(gully, { name: 'knot', text: 'x', ...wrong }, status);
  expect(await words(gully)).toEqual([]);
});
