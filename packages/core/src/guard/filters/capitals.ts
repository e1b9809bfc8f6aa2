import { atMost, faultsOf, rangeFault, type Filter } from '../filter.js';

export interface CapitalsSettings {
  /** per cent of the letters that may be capitals */
  readonly most: number;
  /** letters from which a message is looked at */
  readonly from: number;
}

const UPPER = /\p{Lu}/u;
const LOWER = /\p{Ll}/u;

/** The share of letters that are capitals; of scripts that have both. Emotes and names are not counted. */
export const CAPITALS: Filter<CapitalsSettings> = {
  name: 'capitals',
  title: 'Capitals',
  ofText: true,
  blank: { most: 70, from: 12 },
  faults: ({ most, from }) => faultsOf({ most: rangeFault(most, 0, 100), from: rangeFault(from, 1, 500) }),
  prepare: ({ most, from }) => ({
    measure(reading) {
      let upper = 0;
      let letters = 0;
      let at = 0;
      for (const character of reading.text) {
        const isUpper = character <= 'z' ? character >= 'A' && character <= 'Z' : UPPER.test(character);
        const isLower = character <= 'z' ? character >= 'a' : LOWER.test(character);
        if ((isUpper || isLower) && !reading.isSpared(at)) {
          if (isUpper) upper += 1;
          letters += 1;
        }
        at += character.length;
      }
      const share = letters < from ? 0 : (upper * 100) / letters;
      return atMost(
        share,
        most,
        {
          measure:
            letters < from
              ? `${String(letters)} letters, too few to say`
              : `${String(Math.round(share))}% of ${String(letters)} letters`,
          allowed: `at most ${String(most)}%, from ${String(from)} letters`,
        },
        [{ from: 0, to: reading.text.length }],
      );
    },
  }),
};
