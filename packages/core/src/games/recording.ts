import type { Chance } from '../random/index.js';

/** Chance that keeps what it came to. */
export interface Recording extends Chance {
  readonly numbers: readonly number[];
}

export function recorded(chance: Chance): Recording {
  const numbers: number[] = [];
  return {
    numbers,
    ...(chance.forced === undefined ? {} : { forced: chance.forced }),
    below(count) {
      const number = chance.below(count);
      numbers.push(number);
      return number;
    },
  };
}

/**
 * Chance that comes to what was recorded.
 *
 * @throws RangeError where more is asked than was recorded, or something that could not have come up
 */
export function replayed(numbers: readonly number[]): Chance & { readonly left: () => number } {
  let at = 0;
  return {
    left: () => numbers.length - at,
    below(count) {
      const number = numbers[at];
      at += 1;
      if (number === undefined) throw new RangeError('more numbers are drawn than were recorded');
      if (number < 0 || number >= count)
        throw new RangeError(`${String(number)} cannot come up among ${String(count)}`);
      return number;
    },
  };
}
