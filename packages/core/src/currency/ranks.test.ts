import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ROLES } from '../chat/index.js';
import { FLINT, purseOf } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';
import {
  hourWorth,
  isRegular,
  minutesFor,
  nextRank,
  payoutHundredths,
  RANKED_BY,
  ranksOf,
  holderStandingOf,
  thresholds,
  type Ranks,
} from './index.js';

const rank = (name: string, from: number, lowestRole: Ranks['ranks'][number]['lowestRole'] = 'viewer') =>
  ({ id: name.toLowerCase(), name, from, lowestRole, routine: null }) as const;
const CLIMB: Ranks = {
  by: 'watch',
  ranks: [
    rank('Daylighter', 0),
    rank('Scrambler', 2),
    rank('Ropehand', 10, 'subscriber'),
    rank('Surveyor', 40),
  ],
};

describe('ranks', () => {
  test('go by hours, by what was earned, or by the balance', () => {
    const climber = { roles: [], watchTime: 5 * 3_600, earned: 40, balance: 1 };
    const highest = (by: Ranks['by']): string => ranksOf({ ...CLIMB, by }, climber).at(-1)?.name ?? '';
    expect(RANKED_BY.map(highest)).toEqual(['Scrambler', 'Surveyor', 'Daylighter']);
  });

  test('one for subscribers is passed over by others, and what is next is what they may reach', () => {
    const climber = { watchTime: 12 * 3_600, earned: 0, balance: 0 };
    const viewer = { ...climber, roles: [] };
    const subscriber = { ...climber, roles: ['subscriber' as const] };
    expect(ranksOf(CLIMB, viewer).map(({ name }) => name)).toEqual(['Daylighter', 'Scrambler']);
    expect(ranksOf(CLIMB, subscriber).at(-1)?.name).toBe('Ropehand');
    expect(nextRank(CLIMB, viewer)).toEqual({ rank: CLIMB.ranks[3], missing: 28 });
    expect(nextRank(CLIMB, { ...subscriber, watchTime: 99 * 3_600 })).toBeUndefined();
  });

  test('who has more of it never has a lower rank, and the next is always above', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 100, max: 300 }),
        fc.nat(10_000),
        fc.nat(10_000),
        fc.constantFrom(...ROLES),
        (first, growth, some, more, role) => {
          const ranks = thresholds(first, growth, 8).map((from, n) => rank(`R${String(n)}`, from));
          const of = (earned: number) => ({ roles: [role], watchTime: 0, earned, balance: 0 });
          const by = { by: 'earned', ranks } as const;
          const [low, high] = [ranksOf(by, of(some)), ranksOf(by, of(some + more))];
          expect(high.length).toBeGreaterThanOrEqual(low.length);
          expect(high.slice(0, low.length)).toEqual(low);
          const next = nextRank(by, of(some));
          if (next === undefined) expect(low).toHaveLength(ranks.length);
          else expect(next.rank.from - next.missing).toBe(some);
        },
      ),
    );
  });
});

describe('where a viewer stands', () => {
  const viewer = { ...strangerFacts('v1', 'fernhatch', ['vip'], 0), watchTime: 3 * 3_600 };

  test('is what they have with what follows from it; nothing without a currency or a balance that is known', () => {
    const purse = purseOf({ 'viewer:v1': { balance: 30, earned: 90 } }, {}, CLIMB);
    expect(holderStandingOf(purse, viewer)).toEqual({
      balance: 30,
      earned: 90,
      regular: false,
      ranks: CLIMB.ranks.slice(0, 2),
    });
    expect(holderStandingOf({ ...purse, settings: { ...FLINT, enabled: false } }, viewer)).toBeUndefined();
    expect(holderStandingOf({ ...purse, of: () => undefined }, viewer)).toBeUndefined();
  });

  test('a regular is one by hours, by what was earned, or by hand', () => {
    const regular = (part: Partial<typeof FLINT.regular>, earned = 0): boolean =>
      isRegular({ ...FLINT, regular: { ...FLINT.regular, ...part } }, viewer, earned);
    expect(regular({})).toBe(false);
    expect([regular({ hours: 3 }), regular({ hours: 4 })]).toEqual([true, false]);
    expect([regular({ earned: 50 }, 50), regular({ earned: 50 }, 49)]).toEqual([true, false]);
    expect(regular({ always: [{ name: 'FERNHATCH', viewer: null }] })).toBe(true);
    // A name that was bound to another viewer is that viewer's alone.
    expect(regular({ always: [{ name: 'fernhatch', viewer: 'v2' }] })).toBe(false);
  });
});

test('what an hour is worth is never less than what its payouts come to, and a price takes as many as it needs', () => {
  const every = fc.integer({ min: 1, max: 60 });
  const amount = fc.integer({ min: 1, max: 500 });
  fc.assert(
    fc.property(every, amount, fc.nat(5_000), (minutes, live, price) => {
      const settings = { ...FLINT, payout: { every: minutes, live, offline: 0 } };
      for (const { least, most } of hourWorth(settings)) expect(most).toBeGreaterThanOrEqual(least);
      const needed = minutesFor(settings, price);
      if (needed === undefined) throw new Error('someone who is paid can pay');
      const silent = { roles: [], tier: 1, regular: false, active: false };
      const each = payoutHundredths(settings, silent, true);
      const payouts = needed / minutes;
      expect(payouts * each).toBeGreaterThanOrEqual(price * 100);
      if (payouts > 0) expect((payouts - 1) * each).toBeLessThan(price * 100);
    }),
  );
});
