import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { ChannelWorld } from '../live/index.js';
import { Gully, drafted, lantern, newStandin, withTexts, type Rehearsed } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
  const texts = ['one', 'two', 'three', 'four'];
  await gully.add({
    name: 'ask',
    aliases: [],
    cooldown: 60,
    refusals: { cooldown: 'not yet' },
    routine: routineOf([{ kind: 'say', id: 's', texts, order: 'bag' }]),
  });
  await gully.add({
    name: 'depth',
    aliases: [],
    viewerCooldown: 30,
    routine: routineOf([
      { kind: 'counter', id: 'c', counter: 'depth', change: 'add', amount: 3, lowestRole: 'viewer' },
      {
        kind: 'say',
        id: 's',
        texts: ['{{ counter.depth }} m, {{ viewer.name }} for the {{ command.uses_by_viewer | ordinal }}'],
        order: 'random',
      },
    ]),
  });
  await gully.add({
    name: 'live',
    aliases: [],
    when: { live: 'live', categories: ['Underledge'], from: '', to: '' },
  });
  await gully.type('oxbowkid', '!depth');
  await gully.type('oxbowkid', '!ask');
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
const say = async (session: string, text: string, more: object = {}): Promise<Rehearsed> => {
  const { body } = await gully.http
    .post('/api/rehearsal/lines')
    .send({ session, persona: { name: 'oxbowkid', roles: [] }, text, ...more })
    .expect(200);
  return withTexts(body);
};

/** Every table, and what is held in memory, as one text. */
async function everything(): Promise<string> {
  await gully.app.get(Database).flushed();
  const tables: { name: string }[] = await gully.source.query(
    `SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY 1`,
  );
  const rows = await Promise.all(tables.map(({ name }) => gully.source.query(`SELECT * FROM "${name}"`)));
  const world = gully.app.get(ChannelWorld).now();
  const { body: commands } = await gully.http.get('/api/commands');
  const viewer =
    ((await gully.http.get('/api/viewers?search=oxbowkid')).body as { viewers: { id: string }[] }).viewers[0]
      ?.id ?? '';
  const held = (commands as { id: string }[]).map(({ id }) => [
    world.commands.use(id, viewer),
    world.draws.of(id, 's'),
    world.commands.toldRefusal(id, viewer),
  ]);
  return JSON.stringify([
    rows,
    commands,
    held,
    world.counters.names().map((name) => [name, world.counters.of(name)]),
  ]);
}

describe('an hour of rehearsing', () => {
  test('leaves every table, counter, cooldown, bag and refusal as it was', async () => {
    const before = await everything();
    const drafts = [
      undefined,
      lantern({ name: 'torch', viewerCooldown: 5 }),
      lantern({ phrases: ['good evening'] }),
    ];
    for (let minute = 0; minute < 60; minute += 1)
      for (const [n, text] of [
        '!ask',
        '!ask',
        '!depth',
        '!torch',
        'good evening',
        '!live',
        '!nothing',
      ].entries())
        await say('an-hour-of-it', text, {
          persona: {
            name: ['oxbowkid', 'nobody_yet', 'gully'][minute % 3],
            roles: minute % 2 === 0 ? [] : ['moderator'],
          },
          ahead: minute * 60 + n,
          ...(minute % 4 === 0 ? { forced: 'win', live: true, category: 'Underledge' } : {}),
          drafts: [drafts[minute % 3]].flatMap((draft) => (draft === undefined ? [] : drafted(draft))),
        });
    expect(await everything()).toBe(before);
  });

  test('within it everything goes on: bag, counter, cooldowns, uses, refusals', async () => {
    expect((await say('goes-on-in-it', '!ask', { ahead: 5 })).said).toEqual(['not yet']);
    expect((await say('goes-on-in-it', '!ask', { ahead: 6 })).said).toEqual([]);
    const said = new Set<string>();
    for (let n = 1; n <= 3; n += 1)
      for (const each of (await say('goes-on-in-it', '!ask', { ahead: n * 61 })).said) said.add(each);
    expect(said.size).toBe(3);
    expect((await say('goes-on-in-it', '!depth', { ahead: 40 })).said).toEqual(['6 m, oxbowkid for the 2nd']);
    const third = await say('goes-on-in-it', '!depth', { ahead: 80 });
    expect(third.said).toEqual(['9 m, oxbowkid for the 3rd']);
    expect(third.effects).toEqual([
      'says 1 line',
      'counts !depth up to 3',
      'cools down oxbowkid 30 s',
      'sets the counter depth to 9',
    ]);
  });

  test('chance can be forced, the stream be as if live, the persona have what it says', async () => {
    const draft = lantern({
      name: 'draw',
      aliases: [],
      routine: routineOf([{ kind: 'say', id: 's', texts: ['first', 'middle', 'last'], order: 'random' }]),
    });
    for (const [forced, text] of [
      ['win', 'first'],
      ['lose', 'last'],
      ['rare', 'last'],
    ] as const)
      expect((await say('forced-chance', '!draw', { drafts: drafted(draft), forced })).said).toEqual([text]);
    expect((await say('as-if-it-were', '!live')).why.brief).toBe('only when live');
    expect((await say('as-if-it-were', '!live', { live: true })).why.brief).toBe('only in Underledge');
    expect((await say('as-if-it-were', '!live', { live: true, category: 'underledge' })).why.outcome).toBe(
      'ran',
    );
    const value = { enabled: true, one: 'flint', many: 'flint' };
    await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
    const rich = { name: 'oxbowkid', roles: [], hours: 18, balance: 415 };
    const costly = {
      ...lantern({
        text: '{{ viewer.watch_time }} {{ input.n }}',
        inputs: [
          { name: 'n', type: 'amount', optional: false, least: null, most: null, choices: [], pattern: '' },
        ],
      }),
    };
    expect(
      (await say('with-a-persona', '!lantern half', { drafts: drafted(costly), persona: rich })).said,
    ).toEqual(['18 h 207']);
    const dear = { ...costly, gates: { ...costly.gates, cost: { ...costly.gates.cost, base: 500 } } };
    expect(
      (await say('with-a-persona', '!lantern all', { drafts: drafted(dear), persona: rich })).why.brief,
    ).toBe('costs 500 flint, has 415');
  });
});
