import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Role } from '../chat/index.js';
import { FLINT, purseOf } from '../test-support/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';
import {
  currencyFaults,
  decideEventPay,
  decideGift,
  decidePayout,
  hourWorth,
  minutesFor,
  payoutHundredths,
  rankFaults,
  readCurrency,
  thresholds,
  withCarry,
  type CurrencySettings,
  type Payee,
} from './index.js';

const SILENT: Payee = { roles: [], tier: 1, regular: false, active: false };
const paid = (settings: Partial<CurrencySettings>, payee: Partial<Payee> = {}, live = true): number =>
  payoutHundredths({ ...FLINT, ...settings }, { ...SILENT, ...payee }, live);
const factor = (value: number) => ({ how: 'factor', value }) as const;
const amount = (value: number) => ({ how: 'amount', value }) as const;
const viewer = (name: string, more: Partial<ViewerFacts> = {}): ViewerFacts => ({
  ...strangerFacts(name, name, more.roles ?? [], 0),
  ...more,
});

describe('a payout', () => {
  const bonuses = {
    ...FLINT.bonuses,
    active: amount(3),
    vip: factor(150),
    moderator: amount(4),
    subscriber: [factor(120), factor(150), factor(200)] as const,
  };

  test.each<[string, Partial<CurrencySettings>, Partial<Payee>, number]>([
    ['the base alone', {}, {}, 1_000],
    ['talking on top', {}, { active: true }, 1_300],
    ['a factor of the base', {}, { roles: ['vip'] }, 1_500],
    ['the best of several roles', {}, { roles: ['vip', 'subscriber'], tier: 3 }, 2_000],
    ['all of several roles', { severalRoles: 'all' }, { roles: ['vip', 'subscriber', 'moderator'] }, 2_100],
    ['an unknown tier as the first', {}, { roles: ['subscriber'], tier: 9 }, 1_200],
  ])('is %s', (_, settings, payee, hundredths) => {
    expect(paid({ bonuses, ...settings }, payee)).toBe(hundredths);
  });

  test('is nothing offline where nothing is set for it, whatever the bonuses', () => {
    expect(paid({ bonuses }, { roles: ['vip'], active: true }, false)).toBe(0);
  });

  test('loses no fraction over 10,000 of them', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 50 }), fc.integer({ min: 100, max: 300 }), (base, hundredths) => {
        const each = paid(
          { payout: { every: 1, live: base, offline: 0 }, bonuses: { ...bonuses, vip: factor(hundredths) } },
          { roles: ['vip'] },
        );
        let [carry, balance] = [0, 0];
        for (let n = 0; n < 10_000; n += 1) {
          const next = withCarry(each, carry);
          carry = next.carry;
          balance += next.amount;
        }
        expect(balance * 100 + carry).toBe(each * 10_000);
      }),
      { numRuns: 20 },
    );
  });

  test('goes to everyone present once, but for bots, the ignored, the streamer and who is named; a cap holds', () => {
    const at = { key: 'payout:1', live: true, at: 5 };
    const person = (one: ViewerFacts, roles: readonly Role[] = []) => ({
      viewer: one,
      roles,
      tier: 1,
      active: false,
    });
    const purse = purseOf(
      { 'viewer:tallowfen': { balance: 94 }, 'viewer:siltlark': { carry: 60 } },
      { cap: 100, never: [{ name: 'oxbowkid', viewer: null }] },
    );
    const change = decidePayout(
      purse,
      [
        person(viewer('tallowfen')),
        person(viewer('tallowfen')),
        person(viewer('siltlark')),
        person(viewer('oxbowkid')),
        person(viewer('rope_bot', { bot: true })),
        person(viewer('drip_count', { ignored: true })),
        person(viewer('odalys_tarn'), ['streamer']),
      ],
      at,
    );
    expect(change).toMatchObject({ words: 'pays 16 flint to 2 viewers', cause: 'payout', key: 'payout:1' });
    expect(change?.entries).toEqual([
      { from: 'issued', to: 'viewer:tallowfen', amount: 6 },
      { from: 'issued', to: 'viewer:siltlark', amount: 10 },
    ]);
    expect(decidePayout(purse, [person(viewer('rope_bot', { bot: true }))], at)).toBeUndefined();
  });
});

describe('events', () => {
  const events = {
    ...FLINT.events,
    follow: 50,
    subscribed: [200, 400, 1_000] as const,
    gifted: 100,
    raid: 20,
    raider: 2,
    cheer: 3,
    tip: 40,
  };
  const pay = (kind: string, more: object = {}, held: object = {}) =>
    decideEventPay(purseOf({ 'viewer:saltspar': held }, { events }), {
      id: 'e1',
      kind,
      count: 0,
      viewer: viewer('saltspar'),
      roles: [],
      at: 9,
      by: 'event:room',
      ...more,
    });

  test.each([
    ['follow', {}, 50],
    ['subscribed', { tier: 2 }, 400],
    ['gifted', { count: 5 }, 500],
    ['raid', { count: 23 }, 66],
    ['cheer', { count: 250 }, 7],
    ['tip', { count: 550, minor: 100 }, 220],
    ['tip', { count: 500, minor: 1 }, 20_000],
  ])('a %s pays %j: %d', (kind, more, units) => {
    expect(pay(kind, more)?.entries).toEqual([{ from: 'issued', to: 'viewer:saltspar', amount: units }]);
  });

  test('a fraction is carried over, a first follow is paid once ever, and what pays nothing is no posting', () => {
    expect(pay('cheer', { count: 250 })?.carries).toEqual([['saltspar', 50]]);
    expect(pay('cheer', { count: 250 }, { carry: 50 })?.entries[0]?.amount).toBe(8);
    expect(pay('follow')?.key).toBe('follow:saltspar');
    expect(pay('follow', {}, { followPaid: true })).toBeUndefined();
    expect(pay('live')).toBeUndefined();
    expect(pay('subscribed', { viewer: viewer('saltspar', { bot: true }) })).toBeUndefined();
  });
});

test('an hour is worth at least and at most what its payouts add up to, and a price is told in minutes', () => {
  const settings = { ...FLINT, payout: { every: 7, live: 10, offline: 0 } };
  const [ordinary, active] = hourWorth(settings);
  expect(ordinary).toEqual({ watcher: 'viewer', least: 80, most: 90 });
  expect(active).toEqual({ watcher: 'active', least: 120, most: 135 });
  expect(minutesFor(settings, 41)).toBe(35);
  expect(minutesFor({ ...settings, payout: { every: 7, live: 0, offline: 0 } }, 41)).toBeUndefined();
});

describe('giving to each other', () => {
  const sharing = { enabled: true, least: 5, most: 100, fee: 7, cooldown: 60, watched: 10 };
  const from = viewer('fernhatch', { watchTime: 900 });
  const gift = (units: number, more: object = {}, settings: Partial<CurrencySettings> = {}) =>
    decideGift(
      purseOf({ 'viewer:fernhatch': { balance: 90, gaveAt: 1_000 } }, { sharing, ...settings }),
      { from, to: viewer('karstveil'), amount: units, ...more },
      { key: 'g', cause: 'gift', reference: '', by: 'viewer:fernhatch', at: 100_000, words: '' },
    );

  test('takes the fee on the way, rounded up', () => {
    expect(gift(50)).toMatchObject({
      change: {
        entries: [
          { from: 'viewer:fernhatch', to: 'viewer:karstveil', amount: 46 },
          { from: 'viewer:fernhatch', to: 'fees', amount: 4 },
        ],
      },
    });
  });

  test.each<[string, ReturnType<typeof gift>, RegExp]>([
    ['switched off', gift(50, {}, { sharing: { ...sharing, enabled: false } }), /do not give flint/u],
    ['to oneself', gift(50, { to: from }), /give yourself/u],
    ['to a bot', gift(50, { to: viewer('rope_bot', { bot: true }) }), /takes no flint/u],
    ['too little', gift(4), /at least 5 flint/u],
    ['too much', gift(101), /at most 100 flint/u],
    ['more than there is', gift(91), /has only 90 flint/u],
    ['too soon', gift(50, {}, { sharing: { ...sharing, cooldown: 120 } }), /21 s until the next gift/u],
    ['too new', gift(50, { from: viewer('fernhatch', { watchTime: 60 }) }), /after 10 min/u],
    ['over the cap', gift(50, {}, { cap: 40 }), /cannot hold more than 40 flint/u],
  ])('is refused: %s', (_, result, fault) => {
    expect(result).toEqual({ fault: expect.stringMatching(fault) });
  });
});

describe('settings', () => {
  test('are whole after reading parts of them, and say by place what is wrong', () => {
    const settings = readCurrency({ enabled: true, one: 'flint', payout: { every: 0 }, cap: 2.5 });
    expect(settings.payout).toEqual({ every: 0, live: 10, offline: 0 });
    expect(Object.keys(currencyFaults(settings))).toEqual(['payout.every', 'cap']);
    expect(currencyFaults(FLINT)).toEqual({});
    for (const broken of [
      { one: 'a {{ b }}' },
      { mark: 'too long' },
      { bonuses: { vip: factor(50) } },
      { events: { subscribed: [1] } },
      { sharing: { least: 50, most: 10 } },
      { never: [{ name: 'two words' }] },
    ])
      expect(Object.keys(currencyFaults(readCurrency({ ...FLINT, ...broken })))).not.toEqual([]);
  });

  test('thresholds of a curve go up, and ranks that do not are told', () => {
    expect(thresholds(2, 100, 4)).toEqual([0, 2, 4, 6]);
    fc.assert(
      fc.property(
        fc.nat(50),
        fc.integer({ min: 50, max: 400 }),
        fc.integer({ min: 1, max: 50 }),
        (...curve) => {
          const made = thresholds(...curve);
          expect(made).not.toHaveLength(0);
          for (const [n, each] of made.entries()) if (n > 0) expect(each).toBeGreaterThan(made[n - 1] ?? 0);
        },
      ),
    );
    const rank = (name: string, from: number) =>
      ({ id: name, name, from, lowestRole: 'viewer', routine: null }) as const;
    expect(rankFaults({ by: 'watch', ranks: [rank('A', 0), rank('a', 0)] })).toEqual({
      'ranks.1.name': 'There are two ranks called a',
      'ranks.1.from': 'Each rank takes more than the one before',
    });
  });
});
