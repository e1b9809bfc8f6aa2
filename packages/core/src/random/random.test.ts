import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom, draw, forcedChance, weighted, type DrawState } from './index.js';

/** Numbers in [0, 1) as a generator would give them. */
const numbers = fc.infiniteStream(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }));
const chance = numbers.map((stream) => chanceFrom(() => Number(stream.next().value)));

/** Draws `times` places from as many as `counts` says at each draw. */
function drawn(
  order: 'turn' | 'bag',
  counts: readonly number[],
  from: ReturnType<typeof chanceFrom>,
): number[] {
  let state: DrawState | undefined;
  return counts.map((count) => {
    const next = draw(order, count, state, from);
    // As the server keeps it: written and read again between any two draws.
    state = next.state === undefined ? undefined : (JSON.parse(JSON.stringify(next.state)) as DrawState);
    return next.place;
  });
}

describe('drawing', () => {
  test('a bag gives each place once a round, over a restart too, and none twice in a row', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 1, max: 4 }),
        chance,
        (count, rounds, from) => {
          const places = drawn('bag', Array<number>(count * rounds).fill(count), from);
          for (let round = 0; round < rounds; round += 1)
            expect(new Set(places.slice(round * count, (round + 1) * count)).size).toBe(count);
          places.slice(1).forEach((place, at) => {
            expect(place).not.toBe(places[at]);
          });
        },
      ),
    );
  });

  test('a place added in the middle of a round still comes in it, one taken away does not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 20 }), chance, (count, from) => {
        const grown = drawn('bag', [count, ...Array<number>(count).fill(count + 1)], from);
        expect(new Set(grown).size).toBe(count + 1);
        const shrunk = drawn('bag', [count, ...Array<number>(count).fill(count - 1)], from);
        expect(shrunk.slice(1).every((place) => place < count - 1)).toBe(true);
      }),
    );
  });

  test('in turn is in turn', () => {
    expect(
      drawn(
        'turn',
        [3, 3, 3, 3, 4, 4, 4],
        chanceFrom(() => 0.5),
      ),
    ).toEqual([0, 1, 2, 0, 1, 2, 3]);
  });

  test('chance stays within its count, forced or not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), chance, (count, from) => {
        const place = from.below(count);
        expect(Number.isInteger(place) && place >= 0 && place < count).toBe(true);
      }),
    );
    expect(draw('random', 5, undefined, forcedChance('win')).place).toBe(0);
    expect(draw('random', 5, undefined, forcedChance('rare')).place).toBe(4);
    expect(() => draw('bag', 0, undefined, forcedChance('win'))).toThrow(RangeError);
  });
});

test('of weights each place comes by its own, and forced to the rarest it is the one of the least', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(9), { minLength: 1, maxLength: 8 }), (weights) => {
      const whole = weights.reduce((sum, weight) => sum + weight, 0);
      if (whole === 0) return;
      const times = weights.map(() => 0);
      for (let n = 0; n < whole; n += 1) {
        const at = weighted(weights, { below: () => n });
        times[at] = (times[at] ?? 0) + 1;
      }
      expect(times).toEqual(weights);
      const rarest = weights[weighted(weights, forcedChance('rare'))] ?? 0;
      expect(rarest).toBe(Math.min(...weights.filter((weight) => weight > 0)));
      expect(weights[weighted(weights, forcedChance('win'))]).toBeGreaterThan(0);
    }),
  );
});
