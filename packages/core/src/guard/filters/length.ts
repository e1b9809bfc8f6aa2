import { characterCount } from '../../text/index.js';
import { atMost, faultsOf, rangeFault, type Filter } from '../filter.js';

export interface LengthSettings {
  readonly characters: number;
  readonly lines: number;
}

/** Characters as a person counts them, and lines. */
export const LENGTH: Filter<LengthSettings> = {
  name: 'length',
  title: 'Length',
  ofText: true,
  blank: { characters: 350, lines: 4 },
  faults: ({ characters, lines }) =>
    faultsOf({ characters: rangeFault(characters, 10, 5_000), lines: rangeFault(lines, 1, 100) }),
  prepare: ({ characters, lines }) => ({
    measure({ text, written }) {
      // What is not looked at otherwise counts here all the same.
      const more = written.text.length - text.length;
      const long = characterCount(text) + more;
      const high = !/[\n\r\u2028\u2029]/u.test(text) ? 1 : text.split(/\r\n|[\n\r\u2028\u2029]/u).length;
      const all = [{ from: 0, to: text.length }];
      const byLines = high > lines && long <= characters;
      const words = {
        measure: `${long.toLocaleString('en')} characters, ${String(high)} ${high === 1 ? 'line' : 'lines'}`,
        allowed: `at most ${characters.toLocaleString('en')} characters and ${String(lines)} lines`,
      };
      return byLines ? atMost(high, lines, words, all) : atMost(long, characters, words, all);
    },
  }),
};
