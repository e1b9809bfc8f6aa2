import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Holding, PurseView } from '../currency/index.js';
import { OFFLINE } from '../stream/index.js';
import { purseOf, TestList, worldOf } from '../test-support/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';
import {
  BLANK_TERMS,
  buy,
  countedFrom,
  happens,
  isAnswered,
  leftOf,
  linesLeft,
  nextLine,
  nextPrivate,
  NO_REWARDS,
  REDEMPTION,
  returns,
  rewardTyped,
  rewardValues,
  settle,
  takeAnswer,
  withoutPrivate,
  type Ask,
  type Bench,
  type RedeemWorld,
  type Redemption,
  type Reward,
  type RewardsView,
  type RewardTerms,
  type Wish,
} from './index.js';

const MINUTE = 60_000;
const viewer = strangerFacts('v-pebblewren', 'pebblewren', [], 0);
const rewardOf = (name: string, terms: Partial<RewardTerms> = {}): Reward => ({
  id: name.toLowerCase().replaceAll(' ', '-'),
  terms: { ...BLANK_TERMS, name, ...terms },
});
const ask = (name: string, more: Partial<Ask> = {}): Ask => ({
  ...{ name, type: 'text', required: true, private: false, choices: [] },
  ...more,
});
const worldWith = (rewards: Partial<RewardsView> = {}, more: Partial<RedeemWorld> = {}): RedeemWorld => ({
  ...worldOf([], { purse: purseOf({ 'viewer:v-pebblewren': { balance: 1_000 } }) }),
  ...more,
  rewards: { ...NO_REWARDS, buy, ...rewards },
});
const wishOf = (typed: string, more: Partial<Wish> = {}): Wish => ({
  ...{ viewer, roles: [], typed, paidBy: 'currency', given: 0 },
  ...more,
});
const buys = (world: RedeemWorld, reward: Reward, wish: Wish, at = 10 * MINUTE) =>
  buy(world, reward, wish, { by: 'viewer:v-pebblewren', at, mark: `p-${String(at)}` });
const faultOf = (made: ReturnType<typeof buy>): string => ('fault' in made ? made.fault : '');
const boughtOf = (made: ReturnType<typeof buy>): Redemption => {
  if ('fault' in made) throw new Error(made.fault);
  return made.redemption;
};

describe('what is typed after a reward', () => {
  const asks = [
    ask('passage'),
    ask('colour', { type: 'choice', required: false, choices: ['Red', 'Blue'] }),
    ask('address', { type: 'address', private: true }),
  ];
  const naming = rewardOf('Name this passage', { asks, cost: { ...BLANK_TERMS.cost, base: 0 } });

  test('is read in the order it is asked for, and never holds what is private', () => {
    const { answers, state } = boughtOf(buys(worldWith(), naming, wishOf('The Long Sump | blue')));
    expect(answers.map(({ text }) => text)).toEqual(['The Long Sump', 'Blue', null]);
    expect(state).toBe('asked');
    const plain = rewardOf('Plain', { asks: [ask('words')] });
    expect(boughtOf(buys(worldWith(), plain, wishOf('left | right'))).answers[0]?.text).toBe('left | right');
  });

  test.each([
    ['', 'it asks for passage: type it after the reward'],
    ['Sump | mauve', 'choose Red or Blue instead of “mauve”'],
    [`${'x'.repeat(401)} | red`, 'passage has 401 characters; 400 is the most'],
    ['\u0000 \u0007 | red', 'it asks for passage: type it after the reward'],
  ])('is refused as %j, and nothing is paid', (typed, fault) => {
    expect(buys(worldWith(), naming, wishOf(typed))).toEqual({ fault });
  });

  test('is a username only where it looks like one', () => {
    const shout = rewardOf('Shout', { asks: [ask('friend', { type: 'account' })] });
    expect(boughtOf(buys(worldWith(), shout, wishOf('@moss_moth'))).answers[0]?.text).toBe('@moss_moth');
    expect(faultOf(buys(worldWith(), shout, wishOf('my good friend')))).toBe(
      '“my good friend” is no username',
    );
  });

  test('in private is asked for until nothing required is missing, whatever is sent', () => {
    const anyAsk = fc.record({ required: fc.boolean(), private: fc.boolean() });
    fc.assert(
      fc.property(
        fc.array(anyAsk, { maxLength: 5 }),
        fc.array(fc.constantFrom('-', '', '4 Sinter Row', 'x'.repeat(401)), { maxLength: 20 }),
        (kinds, sent) => {
          const all = kinds.map((kind, n) =>
            ask(`a${String(n)}`, { ...kind, required: kind.required && kind.private }),
          );
          const reward = rewardOf('Card', { asks: all });
          let { answers } = boughtOf(buys(worldWith(), reward, wishOf('')));
          for (const text of sent) {
            const next = nextPrivate(answers);
            const taken = takeAnswer(answers, all, text);
            if (next === undefined) expect(taken).toEqual({ fault: 'nothing is missing' });
            if ('fault' in taken) continue;
            // Only what was asked for has changed, and what must be answered comes first.
            const other = (each: (typeof answers)[number]): boolean => each.name !== next?.name;
            expect(taken.answers.filter(other)).toEqual(answers.filter(other));
            if (next?.required === false) expect(isAnswered(answers)).toBe(true);
            answers = taken.answers;
          }
          expect(isAnswered(answers)).toBe(answers.every(({ required, text }) => !required || text !== null));
          expect(withoutPrivate({ answers }).answers.some((each) => each.private && each.text !== null)).toBe(
            false,
          );
        },
      ),
    );
  });
});

describe('a bench', () => {
  const bench: Bench = {
    whom: 'named',
    lengths: [
      { seconds: 60, price: 100, cheer: 100, tip: null },
      { seconds: 300, price: 400, cheer: 400, tip: 500 },
      { seconds: 600, price: null, cheer: null, tip: 900 },
    ],
    spares: ['moderator', 'vip'],
    never: [{ viewer: 'v-odalys', name: 'odalys_tarn' }],
  };
  const reward = rewardOf('Bench', { gives: 'bench', bench });
  const people: Record<string, ViewerFacts> = {
    quillrush: strangerFacts('v-quillrush', 'quillrush', [], 0),
    thirdrope: strangerFacts('v-thirdrope', 'thirdrope', ['vip'], 0),
    odalys_tarn: strangerFacts('v-odalys', 'odalys_tarn', [], 0),
  };
  const world = worldWith({ named: (name) => people[name.toLowerCase()] });

  test.each([
    ['quillrush', 60, 100],
    ['@Quillrush,', 60, 100],
    ['quillrush: 5m', 300, 400],
    ['quillrush 300', 300, 400],
    ['  quillrush   60s ', 60, 100],
  ])('bought as %j is for %d s at %d', (typed, seconds, price) => {
    expect(boughtOf(buys(world, reward, wishOf(typed)))).toMatchObject({
      price,
      target: { viewer: 'v-quillrush', seconds },
    });
  });

  test.each([
    ['', 'say who: type a name after it'],
    ['wisp', 'no viewer called wisp has ever been here'],
    ['quillrush 10m', 'it can be had for 1 min, 5 min'],
    ['quillrush for ever', 'it can be had for 1 min, 5 min'],
    ['thirdrope', 'nobody benches a vip here'],
    ['odalys_tarn', 'odalys_tarn cannot be benched here'],
  ])('asked for as %j is refused', (typed, fault) => {
    expect(buys(world, reward, wishOf(typed))).toEqual({ fault });
  });

  test('paid with tokens or money is as long as that much pays for, and takes no currency', () => {
    const paid = (paidBy: 'cheer' | 'tip', given: number) =>
      buys(world, reward, wishOf('quillrush 1m', { paidBy, given }));
    const secondsFor = (by: 'cheer' | 'tip', amounts: number[]) =>
      amounts.map((given) => boughtOf(paid(by, given))).map(({ target, price }) => [target?.seconds, price]);
    expect(secondsFor('cheer', [100, 399, 400, 9_999])).toEqual([60, 60, 300, 300].map((each) => [each, 0]));
    expect(secondsFor('tip', [500, 899, 900])).toEqual([300, 300, 600].map((each) => [each, 0]));
    expect(faultOf(paid('cheer', 99))).toBe('that is not enough for it');
    expect(faultOf(paid('tip', 499))).toBe('that is not enough for it');
  });

  test('of oneself needs no name, only a time', () => {
    const own = rewardOf('Sit out', { gives: 'bench', bench: { ...bench, whom: 'buyer' } });
    expect(boughtOf(buys(world, own, wishOf('5m')))).toMatchObject({
      target: { name: 'pebblewren', seconds: 300 },
    });
  });

  test('that is sold for tokens alone is not to be had for currency', () => {
    const lengths = [{ seconds: 60, price: null, cheer: 100, tip: null }];
    const tokens = rewardOf('Bench', { gives: 'bench', bench: { ...bench, lengths } });
    expect(faultOf(buys(world, tokens, wishOf('quillrush')))).toBe('it is not sold for currency');
  });
});

describe('how many are left', () => {
  const anyLines = fc.array(fc.constantFrom('A', 'B', 'C', 'D'), { maxLength: 8 });
  test('of a list counts each line once, until it was handed out', () => {
    fc.assert(
      fc.property(anyLines, (lines) => {
        const list = new TestList('keys', lines);
        const given = new Set<string>();
        const rewards = { isGiven: (id: string, text: string) => id === 'keys' && given.has(text) };
        for (let left = new Set(lines).size; left > 0; left -= 1) {
          expect(linesLeft(list, rewards)).toBe(left);
          given.add(nextLine(list, rewards)!);
        }
        expect([linesLeft(list, rewards), nextLine(list, rewards)]).toEqual([0, undefined]);
      }),
    );
  });

  test('is the least that any limit leaves; a list that was deleted leaves none', () => {
    const sold = { count: (since: number) => (since === 0 ? 7 : 2), last: () => undefined };
    const list = new TestList('keys', ['A', 'B', 'C', 'D']);
    const world = worldWith(
      { sales: () => sold },
      {
        stream: { ...OFFLINE, began: 500, ended: 900 },
        lists: { all: () => [list], find: (id) => (id === 'keys' ? list : undefined) },
      },
    );
    const left = (more: Partial<RewardTerms>) => leftOf(rewardOf('Key', more), world);
    const stock = BLANK_TERMS.stock;
    expect(countedFrom(world)).toBe(500);
    expect(left({})).toBeUndefined();
    expect(left({ stock: { ...stock, all: 10 } })).toBe(3);
    expect(left({ stock: { ...stock, all: 10, stream: 3 } })).toBe(1);
    expect(left({ stock: { ...stock, all: 5 } })).toBe(0);
    expect(left({ gives: 'line', list: 'keys' })).toBe(4);
    expect(left({ gives: 'line', list: 'gone' })).toBe(0);
  });
});

describe('a purchase', () => {
  const lamp = rewardOf('Lamp', { gives: 'hand-over' });
  const worldAfter = (redemption: Redemption, held: Record<string, Partial<Holding>>): RedeemWorld =>
    worldWith({ open: (id) => (id === redemption.id ? redemption : undefined) }, { purse: purseOf(held) });
  const paid = { 'viewer:v-pebblewren': { balance: 900 }, spent: { balance: 100 } };

  test('waits to be handed over once all went well, and is settled once', () => {
    const bought = boughtOf(buys(worldWith(), lamp, wishOf('')));
    const world = worldAfter(bought, paid);
    expect(settle(world, bought.id, { failed: undefined, at: 99 })).toMatchObject([
      { act: 'delivered', redemption: { state: 'waiting', since: 99 } },
    ]);
    expect(settle(world, 'another', { failed: undefined, at: 99 })).toEqual([]);
    const waiting = { ...bought, state: 'waiting' } as const;
    expect(settle(worldAfter(waiting, paid), bought.id, { failed: 'late', at: 99 })).toEqual([]);
  });

  test('that failed gives back what was paid, but keeps a line that its buyer may have seen', () => {
    const bought = { ...boughtOf(buys(worldWith(), lamp, wishOf(''))), line: { list: 'keys', text: 'A' } };
    const [refund, change] = settle(worldAfter(bought, paid), bought.id, { failed: 'no such sound', at: 99 });
    expect(refund).toMatchObject({
      kind: 'posted',
      entries: [{ from: 'spent', to: 'viewer:v-pebblewren', amount: 100 }],
      reverses: `${bought.id}:price`,
    });
    expect(change).toMatchObject({ act: 'returned', redemption: { note: 'no such sound' } });
    expect(change).not.toHaveProperty('lineBack');
  });

  test('that was paid back by hand, or cost nothing, is returned without a posting', () => {
    const bought = boughtOf(buys(worldWith(), lamp, wishOf('')));
    const { purse } = worldAfter(bought, paid);
    const about = { by: 'streamer', at: 99, note: '', lineBack: false } as const;
    const kinds = (redemption: Redemption, more = {}) =>
      returns(purse, redemption, { ...about, ...more }).map(({ kind }) => kind);
    expect(kinds(bought)).toEqual(['posted', 'redemption']);
    expect(kinds(bought, { paidBack: true })).toEqual(['redemption']);
    expect(kinds({ ...bought, price: 0 })).toEqual(['redemption']);
  });
});

test('sales laid over those that are on disk count like sales on disk, for any order of sales and returns', () => {
  const anyAct = fc.record({
    viewer: fc.constantFrom('v-a', 'v-b'),
    at: fc.integer({ min: 0, max: 50 }),
    back: fc.boolean(),
    below: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(anyAct, { maxLength: 20 }), fc.integer({ min: 0, max: 50 }), (acts, since) => {
      const on = (list: typeof acts) => ({
        count: (from: number, of?: string) =>
          list
            .filter((each) => each.at >= from && (of === undefined || each.viewer === of))
            .reduce((sum, { back }) => sum + (back ? -1 : 1), 0),
        last: (of?: string) => {
          const sold = list.filter((each) => !each.back && (of === undefined || each.viewer === of));
          return sold.length === 0 ? undefined : Math.max(...sold.map(({ at }) => at));
        },
      });
      const under = worldWith({ sales: () => on(acts.filter(({ below }) => below)) });
      const layer = REDEMPTION.begin();
      const over = layer.over(under).rewards!;
      for (const [n, { viewer: who, at, back, below }] of acts.entries()) {
        if (below) continue;
        const redemption = { id: String(n), reward: 'lamp', viewer: who, at, answers: [] };
        const change = happens(back ? 'returned' : 'bought', redemption as unknown as Redemption, {
          by: 'gully',
          at,
        });
        layer.apply(
          { ...change, redemption: { ...change.redemption, state: back ? 'returned' : 'done' } },
          under,
        );
      }
      const all = on(acts);
      for (const of of [undefined, 'v-a', 'v-b']) {
        expect(over.sales('lamp').count(since, of)).toBe(all.count(since, of));
        expect(over.sales('lamp').last(of)).toBe(all.last(of));
      }
      expect(over.openOf('v-a')).toEqual([]);
    }),
  );
});

test('a reward is known by its name in any case and punctuation, the longest name first', () => {
  const all = [rewardOf('Lamp'), rewardOf('Lamp for a friend'), rewardOf('Ring the bell!')];
  const rewards = { all: () => all };
  const typed = (text: string) => {
    const read = rewardTyped(rewards, text);
    return 'fault' in read ? read.fault : [read.reward.terms.name, read.rest];
  };
  expect(typed('LAMP quillrush')).toEqual(['Lamp', 'quillrush']);
  expect(typed('lamp for a friend quillrush')).toEqual(['Lamp for a friend', 'quillrush']);
  expect(typed('ring, the bell: loudly')).toEqual(['Ring the bell!', 'loudly']);
  expect(typed('  ')).toBe('say which reward: type its name after it');
  expect(typed('lampp')).toBe('there is no reward called “lampp”; the nearest is “Lamp”');
});

test('`reward.list` names what one may buy and pay for, the cheapest first, and how many more there are', () => {
  const priced = (name: string, base: number, more: Partial<RewardTerms> = {}) =>
    rewardOf(name, { cost: { ...BLANK_TERMS.cost, base }, ...more });
  const listed = (all: readonly Reward[], purse?: PurseView) => {
    const world = worldWith({ all: () => all }, purse === undefined ? {} : { purse });
    const about = {
      reward: undefined,
      redemption: undefined,
      viewer,
      roles: [],
      at: 0,
      commandFor: () => '',
    };
    return (rewardValues(world, about).list as () => string)();
  };
  expect(listed([])).toBe('nothing just now');
  expect(
    listed([
      priced('Rope', 300),
      priced('Lamp', 50),
      priced('Key', 10, { gives: 'line', list: 'gone' }),
      priced('Bench', 5, { lowestRole: 'moderator' }),
      priced('Bell', 20, { enabled: false }),
    ]),
  ).toBe('Lamp (50 flint), Rope (300 flint)');
  const many = Array.from({ length: 11 }, (_, n) => priced(`R${String(n)}`, n + 1));
  expect(listed(many)).toMatch(/^R0 \(1 flint\), .*R7 \(8 flint\), and 3 more$/u);
});
