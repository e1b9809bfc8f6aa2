import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
const folder = newFolder();
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin, folder);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});

const fileOf = (name: string): Promise<string | undefined> =>
  readFile(join(folder, 'outputs', `${name}.txt`), 'utf8').catch(() => undefined);
const holds = (name: string, text: string | undefined) =>
  until(async () => ((await fileOf(name)) === text ? true : undefined), `${name}.txt with ${String(text)}`);
async function make(
  name: string,
  text: string,
  status = 201,
): Promise<{ id: string; version: number; detail: string }> {
  return (await gully.http.post('/api/outputs').send({ name, text }).expect(status)).body as never;
}

test('a text is kept in its file as it is now, over a change, a rename, a restart and its deletion', async () => {
  await gully.http.put('/api/counters/depth').send({ value: 1 }).expect(204);
  const { id, version } = await make('deep', '{{ counter.depth }} m {{ viewer.name }}|');
  await holds('deep', '1 m |');
  for (let value = 2; value < 40; value++)
    await gully.http.put('/api/counters/depth').send({ value }).expect(204);
  await holds('deep', '39 m |');
  await gully.http
    .put(`/api/outputs/${id}`)
    .send({ name: 'how deep', text: '{{ counter.depth }}', version })
    .expect(200);
  await holds('how deep', '39');
  await holds('deep', undefined);
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  await gully.http.put('/api/counters/depth').send({ value: 40 }).expect(204);
  await holds('how deep', '40');
  await gully.http.delete(`/api/outputs/${id}`).expect(204);
  await holds('how deep', undefined);
  await gully.http.post(`/api/outputs/${id}/restore`).expect(200);
  await holds('how deep', '40');
});

test('a file is read over HTTP with its key alone; a name leads nowhere else', async () => {
  await make('lamp', 'We are below.');
  await holds('lamp', 'We are below.');
  const { body } = await gully.http.get('/api/outputs/files/lamp/address').expect(200);
  const { path } = body as { path: string };
  const read = await gully.http.get(path).expect(200);
  expect([read.text, read.headers['content-type']]).toEqual(['We are below.', 'text/plain; charset=utf-8']);
  await gully.http.get('/api/outputs/files/..%2f..%2fgully/address').expect(404);
  const [file] = (await gully.http.get('/api/outputs/files').expect(200)).body as {
    name: string;
    text: string;
  }[];
  expect(file).toMatchObject({ name: 'how deep', text: '40' });
  for (const name of ['../lamp', '.hidden', 'queue', 'Lamp', ''])
    expect((await make(name, 'x', 422)).detail).toMatch(/kept/u);
  await make('endless', 'x'.repeat(6_000), 422);
  for (let n = 0; n < 20; n++) await gully.http.get(`/output/lamp.txt?key=guess${String(n)}`).expect(404);
  await gully.http.get('/output/lamp.txt?key=guess&key=again').expect(429);
  // The right key is let in, however many others guess.
  await gully.http.get(path).expect(200);
});

test('a fresh channel has its last follower, top five and last winner as files by themselves', async () => {
  for (const name of ['last-follower', 'top-five', 'last-winner']) await holds(name, '');
  await gully.http.post('/api/standin/event').send({ type: 'follow', name: 'saltspar' }).expect(204);
  await holds('last-follower', 'saltspar');
});

test('the set of files is added in one click, and who followed last is written', async () => {
  await gully.takeIn('outputs');
  await holds('now', ' · ');
  await gully.http.post('/api/standin/event').send({ type: 'follow', name: 'fernhatch' }).expect(204);
  await holds('last-follower', 'fernhatch');
});
