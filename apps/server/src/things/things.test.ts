import type { Step } from '@gully/core/channel';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { BLANK_COMMAND } from '@gully/core/commands';
import { BLANK_ROUTINE, routineOf, sayOnly } from '@gully/core/routines';
import { BLANK_TIMER } from '@gully/core/timers';
import type { Standin } from '@gully/standin/standin';
import { VersionRow } from './rows.js';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

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

type Thing = Record<string, unknown> & { readonly id: string; readonly version: number };
const send = async (method: 'post' | 'put', path: string, body: object, status: number): Promise<Thing> =>
  (await gully.http[method](`/api/${path}`).send(body).expect(status)).body as Thing;
const all = async (path: string): Promise<Thing[]> => (await gully.http.get(`/api/${path}`)).body as Thing[];

/** Each kind as a first and a second text make it, and by what they are told apart. */
const KINDS = [
  {
    path: 'commands',
    body: (text: string) => ({
      ...BLANK_COMMAND,
      trigger: { ...BLANK_COMMAND.trigger, name: 'tide' },
      routine: sayOnly(text),
    }),
    many: 2_000,
  },
  { path: 'routines', body: (text: string) => ({ ...BLANK_ROUTINE, name: 'Tide', routine: sayOnly(text) }) },
  { path: 'timers', body: (text: string) => ({ ...BLANK_TIMER, name: 'Tide', texts: [text] }) },
  { path: 'lists', body: (text: string) => ({ name: 'Tide', text }) },
];

const THING: Readonly<Record<string, string>> = {
  commands: 'command',
  routines: 'routine',
  timers: 'timer',
  lists: 'list',
};

describe.each(KINDS)('$path', ({ path, body }) => {
  const shown = async (id: string): Promise<string> => {
    const list = path === 'lists' ? (await gully.http.get(`/api/lists/${id}/text`)).text : '';
    return JSON.stringify([(await all(path)).find((each) => each.id === id), list]);
  };

  test('are made, changed by one of two, taken a step back, deleted and put back as they were', async () => {
    const { id } = await send('post', path, body('flows in'), 201);
    // Nothing is made twice by one name.
    await send('post', path, body('again'), 422);
    const [one, other] = await Promise.all([
      gully.http.put(`/api/${path}/${id}`).send({ ...body('flows out'), version: 1 }),
      gully.http.put(`/api/${path}/${id}`).send({ ...body('stands'), version: 1 }),
    ]);
    expect([one.status, other.status].sort()).toEqual([200, 409]);
    expect((one.status === 409 ? one : other).body).toMatchObject({ current: { id, version: 2 } });
    await send('post', `${path}/${id}/step-back`, { version: 2 }, 200);
    expect(await shown(id)).toContain('flows in');
    const before = await shown(id);
    await gully.http.delete(`/api/${path}/${id}`).expect(204);
    expect(await all(path)).toEqual([]);
    await gully.http.delete(`/api/${path}/${id}`).expect(404);
    await gully.http
      .put(`/api/${path}/${id}`)
      .send({ ...body('x'), version: 3 })
      .expect(404);
    await send('post', `${path}/${id}/restore`, {}, 200);
    expect(await shown(id)).toBe(before);
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    expect(await shown(id)).toBe(before);
    await send('post', `${path}/${id}/step-back`, { version: 1 }, 409);
    await send('post', `${path}/01ARZ3NDEKTSV4RRFFQ69G5FAV/restore`, {}, 404);
    const versions = await gully.source.getRepository(VersionRow).findBy({ id });
    expect(versions.map(({ version, actor }) => [version, actor])).toEqual([
      [1, 'streamer'],
      [2, 'streamer'],
      [3, 'streamer'],
    ]);
    const told = (await gully.http.get(`/api/versions/${THING[path] ?? ''}/${id}`).expect(200)).body as {
      version: number;
      by: string;
      body: object;
    }[];
    expect(told.map(({ version, by }) => [version, by])).toEqual([
      [3, 'the streamer'],
      [2, 'the streamer'],
      [1, 'the streamer'],
    ]);
    expect(JSON.stringify(told[0]?.body)).toContain('flows in');
    await gully.http.get(`/api/versions/lamp/${id}`).expect(404);
    await gully.http.delete(`/api/${path}/${id}`).expect(204);
  });

  test('keep the newest versions, and go back no further', async () => {
    // A long list is kept in fewer copies.
    const long = path === 'lists' ? '\nx'.repeat(2_001) : '';
    let { id, version } = await send('post', path, body(`0${long}`), 201);
    for (let n = 1; n < 25; n += 1)
      ({ id, version } = await send('put', `${path}/${id}`, { ...body(String(n) + long), version }, 200));
    const kept = (await gully.source.getRepository(VersionRow).findBy({ id })).map((each) => each.version);
    expect(kept.at(-1)).toBe(25);
    expect(kept).toHaveLength(path === 'lists' ? 5 : 20);
    await gully.http.delete(`/api/${path}/${id}`).expect(204);
  });
});

test('a thing knows who uses it, by id: through a rename, and no longer once nobody does', async () => {
  const { id: timer } = await send('post', 'timers', { ...BLANK_TIMER, name: 'Tide', texts: ['in'] }, 201);
  const { id: list } = await send('post', 'lists', { name: 'Ropes', text: 'one\ntwo' }, 201);
  const steps: Step[] = [
    { kind: 'timer', id: 'a', does: 'hold', timer, named: '', ifFails: 'stop' },
    { kind: 'draw', id: 'b', list, order: 'bag', name: 'rope', ifFails: 'stop' },
    { kind: 'say', id: 'c', texts: ['Held.'], order: 'random' },
  ];
  await gully.add({ name: 'still', routine: routineOf(steps), aliases: [] });
  const { id } = await send(
    'post',
    'routines',
    { ...BLANK_ROUTINE, name: 'Low', routine: routineOf(steps.slice(0, 1)) },
    201,
  );
  const users = async (of: string): Promise<unknown[]> =>
    ((await gully.http.get(`/api/users-of/${of}`).expect(200)).body as { name: string }[]).map(
      ({ name }) => name,
    );
  expect(await users(`timer/${timer}`)).toEqual(['Low', '!still']);
  expect(await users(`list/${list}`)).toEqual(['!still']);
  await send('put', `timers/${timer}`, { ...BLANK_TIMER, name: 'Ebb', texts: ['in'], version: 1 }, 200);
  await gully.type('brackenfold', '!still');
  await gully.said('Held.');
  const standing = (await gully.http.get('/api/timers/standing')).body as {
    states: Record<string, { held: boolean }>;
  };
  expect(standing.states[timer]?.held).toBe(true);
  await gully.http.delete(`/api/routines/${id}`).expect(204);
  expect(await users(`timer/${timer}`)).toEqual(['!still']);
  await gully.http.get('/api/users-of/lamp/x').expect(404);
});
