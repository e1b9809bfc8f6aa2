import { type Change, channelLayers, type Step, STEP_KINDS, type World } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { decideCommand, wordFrom } from '../commands/index.js';
import type { GuardView } from '../guard/index.js';
import {
  buy,
  NO_REWARDS,
  returns,
  rewardTyped,
  takeAnswer,
  type Redemption,
  type RewardsView,
} from '../rewards/index.js';
import {
  BLANK_REWARD,
  commandFor,
  deliver,
  prepareReward,
  rewardFaults,
  REWARD_STARTERS,
  type RewardBody,
} from '../rewards/index.js';
import { followed, resumeRun, routineOf } from '../routines/index.js';
import { command, line, purseOf, saidIn, TestList, worldOf } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';

const NAMES = ['pebblewren', 'quillrush', 'oxbowkid'] as const;
const START = 1_000;
const facts = (name: string, more: object = {}) => ({ ...strangerFacts(`v-${name}`, name, [], 0), ...more });
const fails: Step = { ...STEP_KINDS['find-line'].blank('f'), which: 'x', list: 'none', ifFails: 'stop' };

/** A channel that sells these, in which what happens stays. */
class Shop {
  private readonly layers = channelLayers();
  private readonly under: World;
  readonly world: World;
  at = 1_000_000;
  readonly said: string[] = [];

  constructor(
    readonly rewards: Readonly<Record<string, Partial<RewardBody>>>,
    keys: readonly string[] = [],
    more: Partial<RewardsView> = {},
    guard: Partial<GuardView> = {},
    balance = START,
  ) {
    const all = Object.entries(rewards).map(([id, body]) => this.prepared(id, body));
    const list = new TestList('keys', keys);
    const held = Object.fromEntries(NAMES.map((name) => [`viewer:v-${name}`, { balance }]));
    this.under = worldOf(
      [
        { ...command('c-any', '', {}), ...commandFor('named', 'redeem') },
        ...all.map(({ id }) => ({ ...command(`c-${id}`, '', {}), ...commandFor(id, id) })),
      ],
      {
        purse: purseOf(held),
        lists: { all: () => [list], find: (id) => (id === 'keys' ? list : undefined) },
        guard,
        rewards: {
          ...NO_REWARDS,
          all: () => all,
          find: (id) => all.find((each) => each.id === id),
          named: (name) => (NAMES.includes(name as (typeof NAMES)[number]) ? facts(name) : undefined),
          buy,
          typed: rewardTyped,
          ...more,
        },
      },
    );
    this.world = this.layers.over(this.under);
  }

  prepared(id: string, body: Partial<RewardBody> = this.rewards[id] ?? {}) {
    return prepareReward(id, { ...BLANK_REWARD, name: id, ...body });
  }

  apply(changes: readonly Change[]): void {
    for (const change of changes) this.layers.apply(change, this.world);
  }

  /** Someone types; @returns what was bought by it, and what was said */
  type(name: string, text: string): { readonly bought: Redemption | undefined; readonly said: string } {
    this.at += 1_000;
    const typed = { ...line(text, [], this.at), id: `l${String(this.at)}`, viewer: `v-${name}`, name };
    const decision = decideCommand(typed, {
      ...this.world,
      viewers: { ...this.world.viewers, of: () => facts(name) },
    });
    this.apply(decision.changes);
    const made = decision.changes.find((change) => change.kind === 'redemption');
    return { bought: made?.redemption, said: saidIn(decision.effects).join(' / ') };
  }

  /** Carries a purchase out, with its waits left out. */
  deliver(bought: Redemption, present: readonly string[] = []): readonly string[] {
    const decided = deliver(this.world, bought, {
      viewer: facts(bought.name),
      at: this.at,
      present: present.map((name) => facts(name)),
    });
    const delivery = followed(decided, this.world);
    this.apply(delivery.changes);
    const effects = [...delivery.effects];
    for (const { run } of delivery.started) {
      if (run === undefined) continue;
      const segment = resumeRun(run, this.world, this.at, { failed: undefined });
      this.apply(segment.changes);
      effects.push(...segment.effects);
    }
    return saidIn(effects);
  }

  balance = (name: string): number => this.world.purse.of(`viewer:v-${name}`)?.balance ?? 0;
}

const say = (text: string): Step => ({ kind: 'say', id: 's', texts: [text], order: 'random' });

describe('a reward', () => {
  test('is bought by its own word or by its name, and its routine says what it is about', () => {
    const shop = new Shop({
      passage: {
        name: 'Name this passage',
        asks: [{ name: 'passage', type: 'text', required: true, private: false, choices: [] }],
        routine: routineOf([say('Now it is {{ input.passage }}, for {{ reward.price | amount: currency }}')]),
      },
    });
    expect(shop.type('pebblewren', '!redeem name this passage').said).toMatch(/it asks for passage/u);
    expect(shop.balance('pebblewren')).toBe(START);
    const { bought } = shop.type('pebblewren', '!redeem Name this Passage: The Long Sump');
    expect(bought).toMatchObject({ state: 'bought', price: 100, answers: [{ text: 'The Long Sump' }] });
    expect(shop.deliver(bought!)).toEqual([
      'pebblewren gets Name this passage.',
      'Now it is The Long Sump, for 100 flint',
    ]);
    expect(shop.world.rewards.open(bought!.id)).toBeUndefined();
    expect(shop.balance('pebblewren')).toBe(START - 100);
    expect(shop.type('pebblewren', '!passage Sump Hall').bought?.answers[0]?.text).toBe('Sump Hall');
    expect(shop.type('quillrush', '!redeem pasage').said).toMatch(/no reward called “pasage”/u);
  });

  test.each<[string, Partial<RewardBody>, RegExp]>([
    ['too dear', { cost: { ...BLANK_REWARD.cost, base: 5_000 } }, /costs 5,000 flint; you have 1,000 flint/u],
    ['switched off', { enabled: false }, /not for sale/u],
    ['for others', { lowestRole: 'moderator' }, /for moderators and up/u],
    ['only while live', { when: { ...BLANK_REWARD.when, live: 'live' } }, /only while live|live/u],
    ['out of keys', { gives: 'line', list: 'keys' }, /sold out/u],
  ])('that is %s is refused with its reason, and nothing is paid', (_what, body, reason) => {
    const shop = new Shop({ lamp: { name: 'Lamp', routine: routineOf([say('lit')]), ...body } });
    expect(shop.type('pebblewren', '!lamp')).toMatchObject({ bought: undefined });
    expect(shop.type('quillrush', '!lamp').said).toMatch(reason);
    expect(NAMES.map(shop.balance)).toEqual([START, START, START]);
  });

  test('keeps to its cooldowns and to how many there are, in all and for each', () => {
    const one = { ...BLANK_REWARD.stock, viewer: 1 };
    const shop = new Shop({
      lamp: { stock: { ...one, all: 2 } },
      bell: { cooldown: 60 },
      rope: { stock: one },
    });
    expect(shop.type('pebblewren', '!lamp').bought).toBeDefined();
    expect(shop.type('pebblewren', '!lamp').said).toMatch(/you already bought lamp/u);
    expect(shop.type('quillrush', '!lamp').bought).toBeDefined();
    expect(shop.type('oxbowkid', '!lamp').said).toMatch(/sold out/u);
    shop.type('pebblewren', '!bell');
    expect(shop.type('quillrush', '!bell').said).toMatch(/bell is available again in/u);
    shop.at += 60_000;
    expect(shop.type('quillrush', '!bell').bought).toBeDefined();
  });

  test('gives the price back when a step fails, and says so; a line the buyer has seen stays theirs', () => {
    const shop = new Shop(
      {
        key: {
          gives: 'line',
          list: 'keys',
          routine: routineOf([fails]),
          says: { ...BLANK_REWARD.says, bought: '' },
        },
      },
      ['MAP-1', 'MAP-2'],
    );
    const { bought } = shop.type('pebblewren', '!key');
    expect(shop.balance('pebblewren')).toBe(START - 100);
    expect(shop.deliver(bought!)).toEqual([
      'pebblewren, key did not work out; you have your 100 flint back.',
    ]);
    expect(shop.balance('pebblewren')).toBe(START);
    expect(shop.type('quillrush', '!key').bought?.line?.text).toBe('MAP-2');
  });

  test('splits its share among those present, to the unit, and is returned where nobody is', () => {
    const shop = new Shop({
      pouch: { gives: 'share', share: 101, says: { ...BLANK_REWARD.says, bought: '', returned: '' } },
    });
    shop.deliver(shop.type('pebblewren', '!pouch').bought!, ['quillrush', 'oxbowkid']);
    expect(NAMES.map(shop.balance)).toEqual([START - 100, START + 51, START + 50]);
    shop.deliver(shop.type('pebblewren', '!pouch').bought!);
    expect(shop.balance('pebblewren')).toBe(START - 100);
  });
});

describe('a bench', () => {
  const bench = { gives: 'bench' } as const;
  test('is for whom and as long as was typed, and the guard counts it as its own', () => {
    const shop = new Shop({ bench });
    expect(shop.type('pebblewren', '!bench').said).toMatch(/say who/u);
    expect(shop.type('pebblewren', '!bench wisp').said).toMatch(/no viewer called wisp/u);
    expect(shop.type('pebblewren', '!bench quillrush 7m').said).toMatch(/can be had for 1 min, 5 min/u);
    const { bought } = shop.type('pebblewren', '!bench @quillrush 5m');
    expect(bought).toMatchObject({ price: 400, target: { name: 'quillrush', seconds: 300 } });
    shop.deliver(bought!);
    expect(shop.world.guard.standingOf('v-quillrush').given).toMatchObject([{ by: 'guard', seconds: 300 }]);
  });

  test.each<[string, Partial<RewardsView>, Partial<GuardView>, RegExp]>([
    ['the streamer', { named: (name) => facts(name, { roles: ['streamer'] }) }, {}, /runs the show/u],
    [
      'a moderator',
      { named: (name) => facts(name, { roles: ['moderator'] }) },
      {},
      /nobody benches a moderator/u,
    ],
    ['the bot', { named: (name) => facts(name, { bot: true }) }, {}, /is a bot/u],
    [
      'someone banned',
      {},
      { standingOf: () => ({ strikes: [], given: [{ id: 'b', at: 0, by: 'person', seconds: undefined }] }) },
      /banned already/u,
    ],
    [
      'anybody where Gully may not',
      {},
      { powerless: () => 'Gully has no moderator rights here' },
      /no moderator/u,
    ],
  ])('spares %s', (_who, more, guard, reason) => {
    const shop = new Shop({ bench }, [], more, guard);
    expect(shop.type('pebblewren', '!bench quillrush').said).toMatch(reason);
    expect(shop.balance('pebblewren')).toBe(START);
  });
});

test('what is private is never typed in chat: it is asked for, then taken in order, and checked', () => {
  const asks = [
    { name: 'address', type: 'address', required: true, private: true, choices: [] },
    { name: 'note', type: 'text', required: false, private: true, choices: [] },
  ] as const;
  const shop = new Shop({ card: { gives: 'hand-over', asks } });
  const { bought } = shop.type('pebblewren', '!card 4 Sinter Row, Karst');
  expect(bought).toMatchObject({ state: 'asked' });
  expect(JSON.stringify(bought)).not.toMatch(/Sinter/u);
  expect(takeAnswer(bought!.answers, asks, 'x'.repeat(5_000))).toMatchObject({
    fault: 'address has 5,000 characters; 400 is the most',
  });
  const first = takeAnswer(bought!.answers, asks, '<b>4 Sinter Row</b>');
  expect(first).toMatchObject({ answers: [{ text: '<b>4 Sinter Row</b>', given: true }, { given: false }] });
  const second = takeAnswer('answers' in first ? first.answers : [], asks, '-');
  expect(second).toMatchObject({ answers: [{ given: true }, { text: null, given: true }] });
});

test('whatever is bought, carried out, failed or returned in whatever order: nothing is lost, no key is shared', () => {
  const act = fc.record({
    name: fc.constantFrom(...NAMES),
    reward: fc.constantFrom('key', 'lamp', 'dud'),
    then: fc.constantFrom('deliver', 'return', 'wait'),
  });
  fc.assert(
    fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
      const keys = ['MAP-1', 'MAP-2', 'MAP-2', 'MAP-3'];
      const silent = { ...BLANK_REWARD.says, bought: '', returned: '' };
      const shop = new Shop(
        {
          key: { gives: 'line', list: 'keys', says: silent },
          lamp: { stock: { ...BLANK_REWARD.stock, all: 3 }, says: silent, routine: routineOf([say('lit')]) },
          dud: { routine: routineOf([fails]), says: silent },
        },
        keys,
      );
      const kept: Redemption[] = [];
      const seen = new Set<string>();
      for (const { name, reward, then } of acts) {
        const { bought } = shop.type(name, `!${reward}`);
        if (bought === undefined) continue;
        if (bought.line !== undefined) {
          expect(seen.has(bought.line.text)).toBe(false);
          seen.add(bought.line.text);
        }
        if (then === 'deliver') shop.deliver(bought);
        if (then === 'return') {
          const about = { by: 'streamer', at: shop.at, note: '', lineBack: true } as const;
          shop.apply(returns(shop.world.purse, bought, about));
          if (bought.line !== undefined) seen.delete(bought.line.text);
        } else if (!(reward === 'dud' && then === 'deliver')) kept.push(bought);
      }
      const paid = kept.reduce((sum, { price }) => sum + price, 0);
      const left = NAMES.reduce((sum, name) => sum + shop.balance(name), 0);
      expect(left + paid).toBe(START * NAMES.length);
      expect(shop.world.purse.of('spent')?.balance).toBe(paid);
      for (const reward of ['key', 'lamp', 'dud'])
        expect(shop.world.rewards.sales(reward).count(0)).toBe(
          kept.filter((each) => each.reward === reward).length,
        );
      expect(kept.filter(({ reward }) => reward === 'key').length).toBeLessThanOrEqual(3);
      expect(kept.filter(({ reward }) => reward === 'lamp').length).toBeLessThanOrEqual(3);
    }),
    { numRuns: 200 },
  );
});

describe('what is wrong with a reward', () => {
  test('is told by place; those that come ready-made only lack what belongs to a channel', () => {
    const faults = (body: Partial<RewardBody>) =>
      Object.keys(rewardFaults({ ...BLANK_REWARD, name: 'Lamp', gives: 'hand-over', ...body }, []));
    expect(faults({})).toEqual([]);
    expect(faults({ name: ' ' })).toEqual(['name']);
    expect(faults({ cost: { ...BLANK_REWARD.cost, base: -1, subscriber: 1e12, moderator: 0.5 } })).toEqual([
      'cost.base',
      'cost.subscriber',
      'cost.moderator',
    ]);
    expect(faults({ stock: { ...BLANK_REWARD.stock, all: 0 } })).toEqual(['stock.all']);
    expect(faults({ gives: 'line' })).toEqual(['list']);
    expect(faults({ gives: 'routine' })).toEqual(['steps']);
    expect(faults({ gives: 'bench', bench: { ...BLANK_REWARD.bench, lengths: [] } })).toEqual([
      'bench.lengths',
    ]);
    const lacking = REWARD_STARTERS.map(({ id, body }) => [id, Object.keys(rewardFaults(body, []))]);
    expect(lacking.filter(([, places]) => places!.length > 0)).toEqual([
      ['bell', ['steps.0.sound']],
      ['key', ['list']],
    ]);
    expect(REWARD_STARTERS.map(({ body }) => wordFrom(body.name, 'reward'))).toEqual([
      'supperbell',
      'namepassage',
      'postcardbelow',
      'packkey',
      'shareflint',
      'benchcaver',
    ]);
  });
});
