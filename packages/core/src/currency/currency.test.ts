import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { costFor, FREE, readAmount } from './index.js';

const bounds = { least: 1, most: 5_000_000, balance: 415 };

describe('amounts as people type them', () => {
  test.each([
    ['40', 40],
    ['1k', 1_000],
    ['1.1K', 1_100],
    ['2,5k', 2_500],
    ['2m', 2_000_000],
    ['1,000', 1_000],
    ['1.000', 1_000],
    ['1_234_567', 1_234_567],
    ['all', 415],
    ['HALF', 207],
    ['25%', 103],
    ['12.5%', 51],
    [' 7 ', 7],
  ])('%s is %p', (typed, amount) => {
    expect(readAmount(typed, bounds)).toEqual({ amount });
  });

  test.each([
    ['0', /at least 1/u],
    ['-5', /not an amount/u],
    ['+5', /not an amount/u],
    ['1e9', /not an amount/u],
    ['٣', /not an amount/u],
    ['½', /not an amount/u],
    ['1.5', /not an amount/u],
    ['1,00', /not an amount/u],
    ['1,000.000', /not an amount/u],
    ['0x10', /not an amount/u],
    ['', /not an amount/u],
    ['9999999', /at most 5,000,000/u],
    ['9999999999999999', /too much to count/u],
    ['101%', /more than there is/u],
    ['NaN', /not an amount/u],
  ])('%j is refused with a reason', (typed, words) => {
    expect(readAmount(typed, bounds)).toEqual({ fault: expect.stringMatching(words) });
  });

  test('there is no share of a balance that is not there, and none of nothing', () => {
    expect(readAmount('all', { ...bounds, balance: 0 })).toEqual({
      fault: expect.stringMatching(/nothing to take all of/u),
    });
    for (const typed of ['all', 'half', '10%'])
      expect(readAmount(typed, { ...bounds, balance: undefined })).toEqual({
        fault: expect.stringMatching(/no balance/u),
      });
  });

  test('whatever is typed, an amount is whole and within its bounds; all figures come back as they were', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[0-9.,km%_]{1,12}$/u)), (typed) => {
        const result = readAmount(typed, bounds);
        if (!('amount' in result)) return;
        expect(Number.isSafeInteger(result.amount)).toBe(true);
        expect(result.amount).toBeGreaterThanOrEqual(1);
        expect(result.amount).toBeLessThanOrEqual(5_000_000);
      }),
    );
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5_000_000 }), (amount) => {
        expect(readAmount(String(amount), bounds)).toEqual({ amount });
        expect(readAmount(amount.toLocaleString('en'), bounds)).toEqual({ amount });
      }),
    );
  });

  test('a share is never more than the balance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: Number.MAX_SAFE_INTEGER }),
        fc.integer({ min: 0, max: 100 }),
        (balance, percent) => {
          const result = readAmount(`${String(percent)}%`, {
            least: 0,
            most: Number.MAX_SAFE_INTEGER,
            balance,
          });
          expect('amount' in result && result.amount <= balance).toBe(true);
        },
      ),
    );
  });
});

test('the lowest cost that applies is asked', () => {
  const cost = { ...FREE, base: 50, subscriber: 30, moderator: 80 };
  expect(costFor(cost, [], false)).toBe(50);
  expect(costFor(cost, ['subscriber'], false)).toBe(30);
  expect(costFor(cost, ['moderator', 'subscriber'], true)).toBe(30);
  expect(costFor(cost, ['moderator'], false)).toBe(50);
});
