import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { purseOf } from '../test-support/index.js';
import {
  balancesOf,
  holdingsAfter,
  isHouse,
  move,
  NOTHING_HELD,
  post,
  reverse,
  shareOut,
  split,
  type Account,
  type Entry,
  type Holding,
  type PostedChange,
} from './index.js';

const ACCOUNTS: readonly Account[] = ['issued', 'spent', 'fees', 'viewer:a', 'viewer:b', 'escrow:wheel'];
const entry = fc
  .record({
    from: fc.constantFrom(...ACCOUNTS),
    to: fc.constantFrom(...ACCOUNTS),
    amount: fc.integer({ min: -5, max: 60 }),
  })
  .map((each): Entry => each);
const about = (n: number) =>
  ({ key: `k${String(n)}`, cause: 'payout', reference: '', by: 'gully', at: n, words: '' }) as const;

/** Accounts in memory, as whoever keeps them would have them. */
class Books {
  readonly held = new Map<Account, Holding>();
  readonly purse = { ...purseOf({}), of: (account: Account) => this.held.get(account) ?? NOTHING_HELD };
  readonly balances = balancesOf(this.purse);

  take(change: PostedChange): void {
    for (const [account, holding] of holdingsAfter(change, (each) => this.purse.of(each)))
      this.held.set(account, holding);
  }

  get sum(): number {
    return [...this.held.values()].reduce((all, { balance }) => all + balance, 0);
  }
}

describe('postings', () => {
  test('whatever is asked for, the sum stays zero, nobody but the house owes anything, and what cannot be changes nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.array(entry, { maxLength: 4 }), { maxLength: 30 }), (asked) => {
        const books = new Books();
        for (const [n, entries] of asked.entries()) {
          const result = post(books.balances, entries, about(n));
          if ('change' in result) books.take(result.change);
          expect(books.sum).toBe(0);
          for (const [account, { balance }] of books.held)
            if (!isHouse(account)) expect(balance).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });

  test('reversing right away restores every balance and what was earned; reversing later takes what is left and tells the rest', () => {
    const amount = fc.integer({ min: 1, max: 60 });
    fc.assert(
      fc.property(fc.array(amount, { minLength: 1, maxLength: 5 }), fc.nat(200), (amounts, spent) => {
        const books = new Books();
        const pay = (to: Account, each: number) => ({ from: 'issued', to, amount: each }) as const;
        const first = post(books.balances, [pay('viewer:a', 7)], about(0));
        if ('change' in first) books.take(first.change);
        const before = new Map(books.held);
        const paid = post(
          books.balances,
          amounts.map((each, n) => pay(n % 2 === 0 ? 'viewer:a' : 'viewer:b', each)),
          about(1),
        );
        if (!('change' in paid)) throw new Error(paid.fault);
        books.take(paid.change);
        const back = (): ReturnType<typeof reverse> =>
          reverse(books.balances, paid.change, { ...about(2), cause: 'reversal' });
        const right = back();
        expect(right.short).toEqual([]);
        const other = new Books();
        for (const [account, holding] of books.held) other.held.set(account, holding);
        if (right.change !== undefined) other.take(right.change);
        for (const [account, holding] of other.held)
          expect(holding).toEqual(before.get(account) ?? NOTHING_HELD);

        const has = books.purse.of('viewer:a').balance;
        const gone = Math.min(spent, has);
        if (gone > 0) {
          const out = move(books.balances, { from: 'viewer:a', to: 'spent', amount: gone }, about(3));
          if ('change' in out) books.take(out.change);
        }
        const later = back();
        const short = later.short.reduce((sum, each) => sum + each.amount, 0);
        const taken = (later.change?.entries ?? []).reduce((sum, each) => sum + each.amount, 0);
        expect(short + taken).toBe(amounts.reduce((sum, each) => sum + each, 0));
        if (later.change !== undefined) books.take(later.change);
        expect(books.sum).toBe(0);
      }),
    );
  });

  test.each<[string, Entry, RegExp]>([
    ['nothing', { from: 'issued', to: 'viewer:a', amount: 0 }, /not an amount above 0/u],
    ['a part of a unit', { from: 'issued', to: 'viewer:a', amount: 1.5 }, /not an amount/u],
    ['less than nothing', { from: 'issued', to: 'viewer:a', amount: -4 }, /not an amount/u],
    ['to itself', { from: 'viewer:a', to: 'viewer:a', amount: 4 }, /to itself/u],
    ['more than there is', { from: 'viewer:a', to: 'spent', amount: 41 }, /41 is more than there is: 40/u],
    [
      'more than can be counted',
      { from: 'issued', to: 'viewer:a', amount: Number.MAX_SAFE_INTEGER },
      /too much to count/u,
    ],
  ])('%s is refused with a reason', (_, asked, fault) => {
    const balances = balancesOf(purseOf({ 'viewer:a': { balance: 40 } }));
    expect(move(balances, asked, about(1))).toEqual({ fault: expect.stringMatching(fault) });
  });
});

test('shares add up to the amount exactly, and none is a whole unit away from its part', () => {
  const weights = fc.array(fc.nat(1_000), { minLength: 1, maxLength: 40 });
  fc.assert(
    fc.property(fc.nat(1_000_000), weights, (amount, each) => {
      const shares = shareOut(amount, each);
      const sum = each.reduce((all, weight) => all + weight, 0);
      expect(shares.reduce((all, share) => all + share, 0)).toBe(sum === 0 ? 0 : amount);
      for (const [n, share] of shares.entries())
        if (sum > 0) expect(Math.abs(share - (amount * (each[n] ?? 0)) / sum)).toBeLessThan(1);
    }),
  );
  expect(split(10, 3)).toEqual([4, 3, 3]);
});
