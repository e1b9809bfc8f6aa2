import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { FLINT } from '../test-support/index.js';
import { forecastCirculation, spreadOf } from './index.js';

test('every balance is in one bin, the median has as many above as below, and a tenth holds its share at least', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 1_000_000 }), { minLength: 1, maxLength: 200 }),
      (given) => {
        const balances = given.sort((a, b) => b - a);
        const { bins, median, topTenth } = spreadOf(balances);
        expect(bins.reduce((sum, { viewers }) => sum + viewers, 0)).toBe(balances.length);
        for (const [n, { from, viewers }] of bins.entries())
          expect(balances.filter((each) => each >= from && each < 2 ** (n + 1))).toHaveLength(viewers);
        const above = balances.filter((each) => each > median).length;
        expect(above).toBeLessThanOrEqual(balances.length / 2);
        expect(topTenth).toBeGreaterThanOrEqual(0.099);
        expect(topTenth).toBeLessThanOrEqual(1);
      },
    ),
  );
  expect(spreadOf([])).toEqual({ median: 0, topTenth: 0, bins: [{ from: 1, viewers: 0 }] });
});

test('a forecast adds what the settings pay to what was issued and spent before, and lies between its bounds', () => {
  const stream = { minutes: 60, paid: 10, others: 100, spent: 40 };
  const given = {
    settings: FLINT,
    circulating: 1_000,
    mix: { active: 0.5, subscribers: 0 },
    streams: 3,
    runs: 20,
  };
  // 6 payouts of 10, and 5 more for every second viewer, to 10 viewers: 750.
  const certain = forecastCirculation({ ...given, past: [stream], chance: chanceFrom(() => 0) });
  expect(certain).toEqual({
    middle: [1_810, 2_620, 3_430],
    low: [1_810, 2_620, 3_430],
    high: [1_810, 2_620, 3_430],
  });
  const past = [stream, { ...stream, minutes: 240 }, { ...stream, paid: 2, spent: 5_000 }];
  let n = 0;
  const chance = chanceFrom(() => (n += 0.37) % 1);
  const { low, middle, high } = forecastCirculation({ ...given, past, chance, runs: 200 });
  for (const [at, each] of middle.entries()) {
    expect(low[at]).toBeLessThanOrEqual(each);
    expect(high[at]).toBeGreaterThanOrEqual(each);
    expect(low[at]).toBeGreaterThanOrEqual(0);
  }
  expect(forecastCirculation({ ...given, past: [], chance }).middle).toEqual([1_000, 1_000, 1_000]);
});
