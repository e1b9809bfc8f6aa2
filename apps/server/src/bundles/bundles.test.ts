import type { Step } from '@gully/core/channel';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { bundleSchema, type Bundle } from '@gully/core/bundles';
import { routineOf } from '@gully/core/routines';
import { BLANK_TIMER } from '@gully/core/timers';
import type { Standin } from '@gully/standin/standin';
import fc from 'fast-check';
import { Gully, newStandin } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
beforeEach(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const say = (text: string): Step => ({ kind: 'say', id: 'say', texts: [text], order: 'random' });
const post = async (path: string, body: object, status = 200): Promise<Record<string, unknown>> =>
  (await gully.http.post(`/api/bundles/${path}`).send(body).expect(status)).body as Record<string, unknown>;
const ids = async (path: string): Promise<string[]> =>
  ((await gully.http.get(`/api/${path}`)).body as { id: string }[]).map(({ id }) => id);

async function exported(more: object = {}): Promise<Bundle> {
  const about = {
    title: 'From the Lantern Hour',
    author: 'odalys_tarn',
    note: '',
    questions: [],
    routines: [],
    lists: [],
  };
  return (await post('export', { ...about, commands: await ids('commands'), ...more })) as unknown as Bundle;
}

/** A channel with a command that runs a routine, which draws from a list and posts. */
async function furnished(): Promise<void> {
  const list = await gully.addList('Campfire', ['one', 'two', 'three']);
  const { id } = await gully
    .addRoutine('Ask them', [
      { kind: 'draw', id: 'd', list, order: 'bag', name: 'question', ifFails: 'stop' },
      say('{{ remembered.question }}'),
      { kind: 'post', id: 'p', webhook: 'Board', body: '{}', ifFails: 'go-on' },
    ])
    .catch(async () => {
      await gully.http.put('/api/webhooks/Board').send({ address: 'https://board.example/1' }).expect(200);
      return gully.addRoutine('Ask them', [
        { kind: 'draw', id: 'd', list, order: 'bag', name: 'question', ifFails: 'stop' },
        say('{{ remembered.question }}'),
        { kind: 'post', id: 'p', webhook: 'Board', body: '{}', ifFails: 'go-on' },
      ]);
    });
  await gully.add({ routine: routineOf([{ kind: 'run', id: 'r', routine: id, ifFails: 'go-on' }]) });
}

test('the published schema is the one that is checked against', () => {
  const file = 'docs/formats/bundle.schema.json';
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(JSON.parse(JSON.stringify(bundleSchema())));
});

describe('a bundle', () => {
  test('exported, wiped and taken in again works as before, and its undo leaves nothing', async () => {
    await furnished();
    const bundle = await exported();
    expect([bundle.commands.length, bundle.routines.length, bundle.lists.length]).toEqual([1, 1, 1]);
    // Nothing of the channel itself is in it.
    expect(JSON.stringify(bundle)).not.toMatch(/board\.example|whsec|"uses"/u);
    for (const path of ['commands', 'routines', 'lists'])
      for (const id of await ids(path)) await gully.http.delete(`/api/${path}/${id}`).expect(204);

    const { items } = await post('look', { bundle, answers: {} });
    expect(items).toMatchObject([{ state: 'new' }, { state: 'new', missing: [] }, { state: 'new' }]);
    const { id, changed } = await post('take', { bundle, answers: {}, choices: [] });
    expect(changed).toBe(3);
    await gully.type('pebblewren', '!lantern');
    await gully.line(({ own, text }) => own && ['one', 'two', 'three'].includes(text), 'a question');
    expect(await exported()).toEqual(bundle);

    await gully.http.post(`/api/bundles/${String(id)}/undo`).expect(204);
    for (const path of ['commands', 'routines', 'lists']) expect(await ids(path)).toEqual([]);
    await gully.http.post(`/api/bundles/${String(id)}/undo`).expect(404);
  });

  test('beside what is there: the same is told, another is put in its place or beside it, and taken back', async () => {
    await gully.add({ text: 'ours' });
    const bundle = await exported();
    expect((await post('look', { bundle })).items).toMatchObject([{ state: 'same' }]);
    const [command] = bundle.commands;
    const theirs = { ...bundle, commands: [{ ...command, routine: routineOf([say('theirs')]) }] };
    expect((await post('look', { bundle: theirs })).items).toMatchObject([{ state: 'different' }]);
    const { id } = await post('take', { bundle: theirs, choices: [] });
    await gully.type('pebblewren', '!lantern');
    await gully.said('theirs');
    await gully.http.post(`/api/bundles/${String(id)}/undo`).expect(204);
    await gully.type('oxbowkid', '!lantern');
    await gully.said('ours');
    // Its other name is taken, so beside it nothing of it comes in.
    const rename = [{ kind: 'commands', name: 'lantern', action: 'rename', as: 'torch' }];
    const refused = await post('take', { bundle: theirs, choices: rename }, 422);
    expect(refused.detail).toMatch(/!lamp is taken/u);
    expect(await ids('commands')).toHaveLength(1);
    const plain = {
      ...theirs,
      commands: [{ ...theirs.commands[0], trigger: { ...command!.trigger, aliases: [] } }],
    };
    await post('take', { bundle: plain, choices: rename });
    await gully.type('siltlark', '!torch');
    await gully.said('theirs');
  });

  test('its questions fill its texts and its numbers', async () => {
    await gully.add({ text: 'Our maps are at [[link]]' });
    const questions = [
      { name: 'link', type: 'text', default: 'maps.example', help: 'Where are your maps?', choices: [] },
      { name: 'pause', type: 'number', default: '30', help: 'How long between two?', choices: [] },
    ];
    const bundle = JSON.parse(
      JSON.stringify(await exported({ questions })).replace('"cooldown":0', '"cooldown":"[[pause]]"'),
    ) as object;
    for (const id of await ids('commands')) await gully.http.delete(`/api/commands/${id}`);
    expect(await post('look', { bundle, answers: { pause: 'soon' } }, 422)).toMatchObject({
      fields: { pause: 'Give a number' },
    });
    await post('take', { bundle, answers: { link: 'maps.lanternhour.example', pause: '7' }, choices: [] });
    await gully.type('pebblewren', '!lantern');
    await gully.said('Our maps are at maps.lanternhour.example');
    expect((await gully.http.get('/api/commands')).body).toMatchObject([{ gates: { cooldown: 7 } }]);
  });

  test.each([
    ['another file', (_: Bundle) => ({ hello: 1 }), /"format": "gully-bundle"/u],
    ['a later version', (bundle: Bundle) => ({ ...bundle, version: 2 }), /version 2.*reads 1/u],
    [
      'a step nobody knows',
      (bundle: Bundle) => ({
        ...bundle,
        commands: [
          {
            ...bundle.commands[0],
            routine: { steps: [{ kind: 'dance', id: 'x' }], whileRunning: 'beside', afterRestart: 'end' },
          },
        ],
      }),
      /\/commands\/0\/routine\/steps\/0/u,
    ],
    [
      'a field nobody knows',
      (bundle: Bundle) => ({ ...bundle, commands: [{ ...bundle.commands[0], power: 9 }] }),
      /\/commands\/0 .*power/u,
    ],
    [
      'two of one name',
      (bundle: Bundle) => ({ ...bundle, commands: [bundle.commands[0], bundle.commands[0]] }),
      /Two of its commands are called lantern/u,
    ],
    [
      'a circle',
      (bundle: Bundle) => ({
        ...bundle,
        routines: [
          { ...PLAIN, name: 'A', routine: routineOf([call('B')]) },
          { ...PLAIN, name: 'B', routine: routineOf([call('A')]) },
        ],
      }),
      /circle/u,
    ],
  ])('%s is refused with its place, and nothing is changed', async (_, spoiled, words) => {
    await gully.add();
    const bundle = spoiled(await exported());
    expect((await post('take', { bundle, choices: [] }, 422)).detail).toMatch(words);
    expect((await gully.http.get('/api/commands')).body).toMatchObject([{ version: 1 }]);
    expect(await ids('routines')).toEqual([]);
  });
});

const call = (routine: string): Step => ({ kind: 'run', id: 'r', routine, ifFails: 'go-on' });
const PLAIN = {
  group: '',
  enabled: true,
  triggers: [],
  when: { live: 'any', categories: [], from: '', to: '' },
};

test('lists of any lines come back from a bundle as they went', async () => {
  const lines = fc.array(
    fc
      .string({ minLength: 1, maxLength: 40 })
      .map((line) => line.replace(/[\p{C}\s]+/gu, '').replace(/\[\[|\]\]/gu, '') || 'x'),
    { minLength: 1, maxLength: 20 },
  );
  await fc.assert(
    fc.asyncProperty(lines, async (given) => {
      const id = await gully.addList('Any', given);
      const bundle = (await post('export', {
        title: 't',
        author: '',
        note: '',
        questions: [],
        commands: [],
        routines: [],
        lists: [id],
      })) as unknown as Bundle;
      await gully.http.delete(`/api/lists/${id}`).expect(204);
      await post('take', { bundle, choices: [] });
      const [back = ''] = await ids('lists');
      expect((await gully.http.get(`/api/lists/${back}/text`)).text).toBe(
        given.map((line) => `${line}\n`).join(''),
      );
      await gully.http.delete(`/api/lists/${back}`).expect(204);
    }),
    { numRuns: 15 },
  );
});

test('timers travel with what they run, by name, and come back with one undo', async () => {
  await furnished();
  const [routine = ''] = await ids('routines');
  const [command = ''] = await ids('commands');
  const add = (more: object) =>
    gully.http
      .post('/api/timers')
      .send({ ...BLANK_TIMER, ...more })
      .expect(201);
  await add({ name: 'Rope rules', texts: ['mind the step'], interval: 45, first: 5, jitter: 10 });
  await add({ name: 'A question', does: 'routine', runs: routine });
  await add({ name: 'A lantern', does: 'command', runs: command });
  const bundle = await exported({ commands: [], timers: await ids('timers') });
  expect([bundle.timers.length, bundle.commands.length, bundle.routines.length, bundle.lists.length]).toEqual(
    [3, 1, 1, 1],
  );
  expect(bundle.timers.map(({ name, runs }) => [name, runs])).toEqual([
    ['A lantern', 'lantern'],
    ['A question', 'Ask them'],
    ['Rope rules', ''],
  ]);
  for (const id of await ids('timers')) await gully.http.delete(`/api/timers/${id}`).expect(204);
  await gully.http.delete(`/api/routines/${routine}`).expect(204);
  await gully.http.delete(`/api/commands/${command}`).expect(204);
  const taken = await post('take', { bundle, choices: [] });
  const { body } = await gully.http.get('/api/timers');
  expect(body).toMatchObject([
    { name: 'A lantern', fault: null },
    { name: 'A question', fault: null },
    { name: 'Rope rules', interval: 45, first: 5, jitter: 10, fault: null },
  ]);
  expect(await exported({ commands: [], timers: await ids('timers') })).toEqual(bundle);
  await gully.http.post(`/api/bundles/${String(taken.id)}/undo`).expect(204);
  expect((await gully.http.get('/api/timers')).body).toEqual([]);
  // A timer whose routine neither the bundle nor the channel has says so before anything is changed.
  const look = await post('look', { bundle: { ...bundle, routines: [], commands: [] } });
  expect(JSON.stringify(look)).toMatch(
    /the routine Ask them.*the command lantern|the command lantern.*the routine Ask them/u,
  );
  await post(
    'take',
    { bundle: { ...bundle, timers: [{ ...bundle.timers[0], interval: 0 }] }, choices: [] },
    422,
  );
});

test('people do not travel: neither by gates, nor by what waits for them', async () => {
  await gully.type('mossmoth', 'evening');
  const people = [{ name: 'mossmoth', viewer: null }];
  await gully.add({ always: people, never: [{ name: 'oxbowkid', viewer: null }], lowestRole: 'vip' });
  const { id } = await gully.addRoutine('Greet', [say('welcome back')]);
  const trigger = { id: 't', event: 'arrival', least: 0, lowestRole: 'viewer', viewers: people };
  const triggers = [trigger, { ...trigger, id: 'u', event: 'raid', viewers: [] }];
  await gully.http
    .put(`/api/routines/${id}`)
    .send({ ...PLAIN, name: 'Greet', triggers, routine: routineOf([say('welcome back')]), version: 1 })
    .expect(200);
  const bundle = await exported({ routines: [id] });
  expect(JSON.stringify(bundle)).not.toMatch(/mossmoth|oxbowkid/u);
  expect(bundle.commands[0]?.gates.lowestRole).toBe('vip');
  // Without its people the first trigger would greet everyone.
  expect(bundle.routines[0]?.triggers.map(({ event }) => event)).toEqual(['raid']);
  // Nor do they come in from a bundle of before.
  const [command] = bundle.commands;
  const old = {
    ...command,
    gates: { ...command?.gates, always: people },
    trigger: { ...command?.trigger, name: 'older', aliases: [] },
  };
  await post('take', { bundle: { ...bundle, commands: [old] }, choices: [] });
  const all = (await gully.http.get('/api/commands')).body as { trigger: { name: string }; gates: object }[];
  expect(all.find(({ trigger: { name } }) => name === 'older')?.gates).toMatchObject({ always: [] });
});

test('a step that names its timer, as bundles did, comes in with the timer it means', async () => {
  await gully.http
    .post('/api/timers')
    .send({ ...BLANK_TIMER, name: 'Tide', texts: ['in'] })
    .expect(201);
  const [timer = ''] = await ids('timers');
  const act = { kind: 'timer', id: 'x', does: 'hold', ifFails: 'stop' };
  await gully.add({ routine: { ...routineOf([]), steps: [{ ...act, timer, named: '' }] as never } });
  const bundle = await exported();
  expect(JSON.stringify(bundle)).toContain('"timer":"Tide"');
  // What a command refers to comes along.
  expect(bundle.timers.map(({ name }) => name)).toEqual(['Tide']);
  const old = JSON.parse(JSON.stringify(bundle).replace(',"named":""', '')) as Bundle;
  await post('take', { bundle: { ...old, timers: [] }, choices: [] });
  const [command] = (await gully.http.get('/api/commands')).body as { routine: { steps: object[] } }[];
  expect(command?.routine.steps).toMatchObject([{ timer, named: '' }]);
});

test('what would ask for more than a run may do is told when it is looked at, while chat goes on', async () => {
  const loop = (times: number): string => `{% for i in (1..${String(times)}) %}.{% endfor %}`;
  await gully.add({ name: 'cheap', aliases: [], text: loop(100) });
  await gully.add({
    name: 'dear',
    aliases: [],
    routine: routineOf([say(loop(3_000)), { ...say(loop(3_000)), id: 's2' }]),
  });
  await gully.addRoutine('Two of many', [say(loop(9_000))]);
  const timers = [
    (await gully.http.post('/api/timers').send({ ...BLANK_TIMER, name: 'Tide', texts: [loop(9_000)] }))
      .body as { id: string },
  ];
  const bundle = await exported({ routines: await ids('routines'), timers: timers.map(({ id }) => id) });
  const looking = post('look', { bundle, answers: {} });
  await gully.type('pebblewren', '!cheap');
  const { items } = (await looking) as { items: { name: string; costly: boolean }[] };
  expect(Object.fromEntries(items.map(({ name, costly }) => [name, costly]))).toEqual({
    cheap: false,
    dear: true,
    'Two of many': true,
    Tide: true,
  });
});
