import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { awarded, NO_SEASON, placesOf, seasonFaults, type Placed } from './index.js';

test('equal values share a place, and the next place is left out', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(9), { maxLength: 40 }), (values) => {
      const rows = values
        .sort((a, b) => b - a)
        .map((value, n) => ({ viewer: `v${String(n)}`, name: `v${String(n)}`, value }));
      for (const { value, place } of placesOf(rows))
        expect(place).toBe(rows.filter((other) => other.value > value).length + 1);
    }),
  );
});

test('awards of one viewer are added up, those who share a place all get it, and a wrong plan is told by place', () => {
  const row = (viewer: string, place: number): Placed => ({ viewer, name: viewer, place, value: 1 });
  const boards = {
    balance: [row('a', 1), row('b', 1)],
    earned: [row('a', 1)],
    watch: [],
    messages: [],
    wins: [],
  };
  const awards = [
    { by: 'balance', place: 1, amount: 10 },
    { by: 'earned', place: 1, amount: 5 },
    { by: 'watch', place: 1, amount: 99 },
  ] as const;
  expect(awarded(awards, boards).map(({ viewer, amount }) => [viewer, amount])).toEqual([
    ['a', 15],
    ['b', 10],
  ]);
  expect(seasonFaults({ ...NO_SEASON, name: 'Wet season', awards })).toEqual({});
  const wrong = [{ by: 'balance', place: 0, amount: 0.5 }] as const;
  expect(Object.keys(seasonFaults({ ...NO_SEASON, awards: wrong }))).toEqual([
    'name',
    'awards.0.place',
    'awards.0.amount',
  ]);
});
