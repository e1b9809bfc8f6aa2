import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Account, PostedChange } from '../currency/index.js';
import { escrowOfRound, type Play, type Result } from './round.js';
import { purseOf } from '../test-support/index.js';
import { pay, type Money } from './paying.js';

const ROUND = { id: 'r1', game: 'g1', title: 'Toss' };
const ASKED = { by: 'gully', at: 1_000, mark: 'm1' } as const;
const ESCROW = `escrow:${escrowOfRound('r1')}` as const;
const play = (viewer: string, stake: number, n = 0): Play => ({
  ...{ n, viewer, name: viewer, stake, typed: '', at: 0, numbers: [], level: 0, does: 'play' },
});
const result = (viewer: string, due: number, staked = 10, n = 0): Result => ({
  ...{ n, viewer, name: viewer, outcome: 'won', variant: '', level: 0, staked, due, paid: due, shown: '' },
});

/** What accounts have after a posting. */
function after(
  held: Readonly<Record<string, number>>,
  posted: PostedChange | undefined,
): Record<string, number> {
  const all: Record<string, number> = { ...held };
  for (const { from, to, amount } of posted?.entries ?? []) {
    all[from] = (all[from] ?? 0) - amount;
    all[to] = (all[to] ?? 0) + amount;
  }
  return all;
}
function paid(
  held: Readonly<Record<string, number>>,
  plays: readonly Play[],
  money: Money,
  settings: object = {},
) {
  const accounts = Object.fromEntries(
    Object.entries(held).map(([account, balance]) => [account, { balance }]),
  );
  const came = pay(purseOf(accounts, settings), { ...ROUND, plays }, money, ASKED);
  if ('fault' in came) return came;
  return { has: after(held, came.posted), results: came.results, posted: came.posted };
}

describe('money of a round', () => {
  test('comes from the stakes first and from the house where that is not enough; what is left stays with it', () => {
    const plays = [play('a', 10), play('b', 10, 1)];
    const held = { 'viewer:a': 90, 'viewer:b': 90, [ESCROW]: 20 };
    const results = [result('a', 50), result('b', 0, 10, 1)];
    expect(paid(held, plays, { results, rest: 'kept' })).toMatchObject({
      has: { 'viewer:a': 140, 'viewer:b': 90, [ESCROW]: 0, issued: -30 },
    });
    const little = [result('a', 5), result('b', 0, 10, 1)];
    expect(paid(held, plays, { results: little, rest: 'kept' })).toMatchObject({
      has: { 'viewer:a': 95, [ESCROW]: 0, spent: 15 },
    });
    expect(paid(held, plays, { results: little, rest: 'waits' })).toMatchObject({ has: { [ESCROW]: 15 } });
  });

  test('that goes back is each one’s own, and never more than there is', () => {
    const plays = [play('a', 10), play('', 0, 1), play('b', 30, 2)];
    const held = { 'viewer:a': 0, 'viewer:b': 5, [ESCROW]: 40 };
    expect(paid(held, plays, { results: [], rest: 'back' })).toMatchObject({
      has: { 'viewer:a': 10, 'viewer:b': 35, [ESCROW]: 0 },
    });
    // Someone took a posting back by hand meanwhile.
    expect(paid({ ...held, [ESCROW]: 15 }, plays, { results: [], rest: 'back' })).toMatchObject({
      has: { 'viewer:a': 10, 'viewer:b': 10, [ESCROW]: 0 },
    });
  });

  test('is paid to nobody who is gone, nor where the currency was switched off meanwhile', () => {
    const gone = paid({ [ESCROW]: 10 }, [play('', 0)], { results: [result('', 50)], rest: 'kept' });
    expect(gone).toMatchObject({ has: { [ESCROW]: 0, spent: 10 }, results: [{ due: 50, paid: 0 }] });
    const off = paid(
      { 'viewer:a': 5 },
      [play('a', 0)],
      { results: [result('a', 50, 0)], rest: 'kept' },
      { enabled: false },
    );
    expect(off).toMatchObject({ posted: undefined, results: [{ paid: 0 }] });
  });

  test('one posting has all of it, and nothing moves where there is nothing to move', () => {
    const came = paid({ 'viewer:a': 100 }, [play('a', 10)], {
      staked: play('a', 10),
      results: [result('a', 20)],
      rest: 'kept',
    });
    if ('fault' in came) throw new Error(came.fault);
    expect(came.posted).toMatchObject({ key: 'm1:game', cause: 'game', reference: 'g1' });
    expect(came.posted?.entries).toHaveLength(3);
    expect(paid({}, [play('a', 0)], { results: [result('a', 0, 0)], rest: 'kept' })).toMatchObject({
      posted: undefined,
    });
  });

  test('whatever is due, nobody falls below nothing or rises above the cap, and the escrow is empty in the end', () => {
    const due = fc.array(fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.integer({ min: -300, max: 300 })), {
      maxLength: 8,
    });
    fc.assert(
      fc.property(
        due,
        fc.nat(200),
        fc.option(fc.integer({ min: 100, max: 400 }), { nil: null }),
        fc.constantFrom('kept', 'back'),
        (all, held, cap, rest) => {
          const begin = { 'viewer:a': 100, 'viewer:b': 50, 'viewer:c': 0, [ESCROW]: held };
          const plays = all.map(([viewer], n) => play(viewer, 10, n));
          const results = all.map(([viewer, amount], n) => result(viewer, amount, 10, n));
          const came = paid(begin, plays, { results: rest === 'back' ? [] : results, rest }, { cap });
          if ('fault' in came) throw new Error(came.fault);
          expect(came.has[ESCROW]).toBe(0);
          expect(Object.values(came.has).reduce((sum, each) => sum + each, 0)).toBe(150 + held);
          for (const viewer of ['a', 'b', 'c']) {
            const has = came.has[`viewer:${viewer}` satisfies Account] ?? 0;
            expect(has).toBeGreaterThanOrEqual(0);
            if (cap !== null && rest === 'kept') expect(has).toBeLessThanOrEqual(Math.max(cap, 100));
          }
          for (const each of came.results)
            expect(Math.abs(each.paid)).toBeLessThanOrEqual(Math.abs(each.due));
        },
      ),
    );
  });
});
