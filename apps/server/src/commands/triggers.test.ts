import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { StreamService } from '../stream/index.js';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});
const restart = async (): Promise<void> => {
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
};
const input = (name: string, type: string, more: object = {}): object => ({
  name,
  type,
  optional: false,
  least: null,
  most: null,
  choices: [],
  pattern: '',
  ...more,
});
const own = async (): Promise<string[]> =>
  (await gully.lines()).filter((line) => line.own).map(({ text }) => text);

describe('what starts a command', () => {
  test('a name, an alias, a phrase and a pattern of one command give the same answer', async () => {
    await gully.add({
      name: 'map',
      aliases: ['survey'],
      phrases: ['where are we'],
      pattern: 'ma+ps?\\?',
      text: 'the north passage',
    });
    for (const text of ['!map', '!SURVEY', 'hey, Where  are we now', 'maaap?']) {
      const line = await gully.type('pebblewren', text);
      expect([text, line.outcome, line.brief]).toEqual([text, 'ran', 'ran !map']);
    }
    expect(await own()).toEqual(Array(4).fill('the north passage'));
  });

  test('the groups of a pattern are its inputs', async () => {
    await gully.add({
      name: '',
      aliases: [],
      pattern: 'where is (?P<thing>[a-z]+)',
      text: 'the {{ input.thing }} is in the bag',
    });
    await gully.type('pebblewren', 'so, where is SOUP now');
    await gully.said('the SOUP is in the bag');
  });

  test('another prefix holds at once, for all commands, and can be taken back', async () => {
    await gully.add({ text: 'lit' });
    await gully.http.put('/api/settings/prefix').send({ value: '??', version: 0 }).expect(200);
    expect((await gully.type('pebblewren', '!lantern')).outcome).toBe('talk');
    expect((await gully.type('pebblewren', '??lantern')).brief).toBe('ran ??lantern');
    await restart();
    expect((await gully.http.get('/api/channel')).body).toMatchObject({ prefix: '??' });
    await gully.http.put('/api/settings/prefix').send({ value: '!', version: 0 }).expect(409);
    await gully.http.put('/api/settings/prefix').send({ value: '!', version: 1 }).expect(200);
    expect((await gully.type('siltlark', '!lantern')).brief).toBe('ran !lantern');
  });

  test.each(['', 'a', '! ', '/', '.', '!!!!!!'])('%j is no prefix', async (value) => {
    const { body } = await gully.http.put('/api/settings/prefix').send({ value, version: 0 }).expect(422);
    expect((body as { fields: object }).fields).toHaveProperty('value');
  });

  test('what is stored broken is switched off and said so; the rest runs, and it can be written again', async () => {
    const { id } = await gully.add({ name: 'map', aliases: [] });
    await gully.add({ name: 'kit', aliases: [], text: 'two lamps' });
    await gully.app
      .get(Database)
      .write((manager) => manager.query(`UPDATE commands SET gates = '{"half' WHERE id = ?`, [id]));
    await restart();
    const { body } = await gully.http.get(`/api/commands/${id}`).expect(200);
    expect(body).toMatchObject({
      enabled: false,
      trigger: { name: 'map' },
      fault: expect.stringMatching(/cannot be read/u),
    });
    expect((await gully.type('pebblewren', '!map')).brief).toMatch(/cannot run/u);
    await gully.type('pebblewren', '!kit');
    await gully.said('two lamps');
    await gully.http.post(`/api/commands/${id}/step-back`).send({ version: 1 }).expect(409);
    const again = { ...(body as object), enabled: true, version: 1 } as Record<string, unknown>;
    for (const kept of ['id', 'changedAt', 'uses', 'usesLastWeek', 'lastUse', 'fault'])
      Reflect.deleteProperty(again, kept);
    again.routine = { steps: [{ kind: 'say', id: 's', texts: ['drawn again'], order: 'random' }] };
    await gully.http.put(`/api/commands/${id}`).send(again).expect(200);
    await gully.type('siltlark', '!map');
    await gully.said('drawn again');
  });
});

describe('gates', () => {
  test('a command for one named viewer is theirs, under any name, and nobody else’s who takes it', async () => {
    await gully.type('quillrush', 'good evening');
    const { id } = await gully.add({
      name: 'anchor',
      aliases: [],
      lowestRole: 'streamer',
      always: [{ name: '@quillrush', viewer: null }],
      text: 'it holds',
    });
    expect((await gully.http.get(`/api/commands/${id}`)).body).toMatchObject({
      gates: { always: [{ name: 'quillrush', viewer: expect.stringMatching(/^\w{26}$/u) }] },
    });
    expect((await gully.type('quillrush', '!anchor')).outcome).toBe('ran');
    expect((await gully.type('mossmoth', '!anchor', ['moderator'])).brief).toBe('for quillrush');
    expect((await gully.type('odalys_tarn', '!anchor')).outcome).toBe('ran');
  });

  test('only when live, and in its category; the stand-in says which', async () => {
    await gully.add({ when: { live: 'live', categories: ['Underledge'], from: '', to: '' } });
    const stream = gully.app.get(StreamService);
    expect((await gully.type('pebblewren', '!lantern')).brief).toBe('only when live');
    standin.stream.set({ live: true, category: 'Map drawing' }, Date.now());
    await stream.ask();
    expect((await gully.type('pebblewren', '!lantern')).brief).toBe('only in Underledge');
    await gully.http.post('/api/standin/stream').send({ category: 'Underledge' }).expect(204);
    expect((await gully.type('pebblewren', '!lantern')).outcome).toBe('ran');
    expect((await gully.http.get('/api/stream')).body).toMatchObject({
      live: true,
      category: 'Underledge',
      known: true,
    });
  });

  test('the refused hear their text once in 15 s, others in their own time', async () => {
    await gully.add({ lowestRole: 'subscriber', refusals: { who: '{{ viewer.name }}, for subscribers.' } });
    for (const name of ['oxbowkid', 'oxbowkid', 'tallowfen']) await gully.type(name, '!lantern');
    await gully.said('tallowfen, for subscribers.');
    expect(await own()).toEqual(['oxbowkid, for subscribers.', 'tallowfen, for subscribers.']);
    expect((await gully.http.get('/api/commands')).body).toMatchObject([{ uses: 0, usesLastWeek: 0 }]);
  });

  test('inputs are read, and what is wrong costs nothing: no use, no cooldown', async () => {
    await gully.type('quillrush', 'here');
    await gully.add({
      name: 'give',
      aliases: [],
      cooldown: 60,
      inputs: [input('who', 'viewer'), input('amount', 'amount', { most: 5_000 })] as never,
      text: '{{ target.name }} gets {{ input.amount | amount: "stone", "stones" }}',
    });
    for (const [text, brief] of [
      ['!give @nobody_there 4', 'no viewer called nobody_there has ever been here'],
      ['!give @quillrush 1e9', '“1e9” is not an amount; type one such as 40, 1k, 25%, half or all'],
      ['!give @quillrush all', 'there is no balance to take all of'],
    ] as const)
      expect((await gully.type('pebblewren', text)).brief).toBe(brief);
    expect((await gully.type('pebblewren', '!give @QuillRush 1.2k')).outcome).toBe('ran');
    await gully.said('quillrush gets 1,200 stones');
    expect((await own())[0]).toBe(
      'pebblewren, no viewer called nobody_there has ever been here. Type it as !give <who> <amount: 1 to 5,000, all, half or n%>',
    );
  });
});

describe('what is remembered', () => {
  test('a bag, a counter and both cooldowns go on over a restart', async () => {
    const texts = Array.from({ length: 12 }, (_, n) => `question ${String(n)}`);
    await gully.add({
      name: 'ask',
      aliases: [],
      routine: routineOf([{ kind: 'say', id: 's', texts, order: 'bag' }]),
    });
    await gully.add({
      name: 'depth',
      aliases: [],
      routine: routineOf([
        { kind: 'counter', id: 'c', counter: 'depth', change: 'typed', amount: 1, lowestRole: 'moderator' },
        {
          kind: 'say',
          id: 's',
          texts: ['{{ counter.depth }} of {{ counter.depth.most }}'],
          order: 'random',
        },
      ]),
    });
    await gully.add({ name: 'slow', aliases: [], viewerCooldown: 600 });
    await gully.type('pebblewren', '!slow');
    await gully.type('brackenfold', '!depth 268', ['moderator']);
    await gully.type('brackenfold', '!depth -56', ['moderator']);
    for (let n = 0; n < 5; n += 1) await gully.type('pebblewren', '!ask');
    await restart();
    for (let n = 0; n < 7; n += 1) await gully.type('pebblewren', '!ask');
    const asked = (await own()).filter((text) => text.startsWith('question'));
    expect(new Set(asked).size).toBe(12);
    await gully.type('pebblewren', '!depth +1000');
    await gully.said('212 of 268');
    expect((await gully.http.get('/api/counters')).body).toMatchObject([
      { name: 'depth', value: 212, most: 268 },
    ]);
    expect((await gully.type('pebblewren', '!slow')).outcome).toBe('waiting');
    expect((await gully.http.get('/api/commands')).body).toMatchObject([
      { usesLastWeek: 12 },
      { usesLastWeek: 3 },
      { usesLastWeek: 1 },
    ]);
  });

  test('uses of a viewer count from before a restart too', async () => {
    await gully.add({ text: 'number {{ command.uses_by_viewer }} of {{ command.uses }}' });
    await gully.type('pebblewren', '!lantern');
    await gully.type('siltlark', '!lantern');
    await restart();
    await gully.type('pebblewren', '!lantern');
    await gully.said('number 2 of 3');
  });
});
