import type { Fragment } from '../folding.js';
import { atMost, faultsOf, rangeFault, type Filter, type Measurement } from '../filter.js';
import type { Reading } from '../reading.js';
import { similarity } from '../similarity.js';

export interface RepetitionSettings {
  /** times one viewer may write nearly the same, this one counted */
  readonly most: number;
  readonly seconds: number;
  /** per cent from which two texts are nearly the same */
  readonly alike: number;
  /** times one character may stand in a row */
  readonly characters: number;
  /** times one word may stand in a message, in a row */
  readonly words: number;
}

/** The same again: a text from one viewer, or a character or word within one message. */
export const REPETITION: Filter<RepetitionSettings> = {
  name: 'repetition',
  title: 'Repetition',
  ofText: false,
  blank: { most: 3, seconds: 60, alike: 85, characters: 14, words: 6 },
  faults: ({ most, seconds, alike, characters, words }) =>
    faultsOf({
      most: rangeFault(most, 1, 100),
      seconds: rangeFault(seconds, 1, 600),
      alike: rangeFault(alike, 30, 100),
      characters: rangeFault(characters, 2, 500),
      words: rangeFault(words, 1, 100),
    }),
  prepare: ({ most, seconds, alike, characters, words }) => ({
    measure(reading, { own }): Measurement {
      const { written, shingles, text } = reading;
      const same = own.filter(
        (each) =>
          written.at - each.at < seconds * 1000 &&
          similarity(shingles, each.shingles, alike / 100) * 100 >= alike,
      ).length;
      const letters = longestRun(reading);
      const word = longestWordRun(reading);
      const told = {
        measure: `${ordinal(same + 1)} time in ${String(seconds)} s; in a row, one character ${String(letters.count)}× and one word ${String(word.count)}×`,
        allowed: `at most ${String(most)} times; ${String(characters)} characters, ${String(words)} words`,
      };
      if (letters.count > characters) return atMost(letters.count, characters, told, [letters.at]);
      if (word.count > words) return atMost(word.count, words, told, [word.at]);
      return atMost(same + 1, most, told, [{ from: 0, to: text.length }]);
    },
  }),
};

interface Run {
  readonly count: number;
  readonly at: Fragment;
}

const NONE: Run = { count: 0, at: { from: 0, to: 0 } };

function longestRun({ text }: Reading): Run {
  let longest = NONE;
  for (const { index, 0: run, 1: character = '' } of text.matchAll(/(\S)\1*/gu)) {
    const count = run.length / character.length;
    if (count > longest.count) longest = { count, at: { from: index, to: index + run.length } };
  }
  return longest;
}

function longestWordRun({ folds: [folded] }: Reading): Run {
  let longest = NONE;
  if (folded === undefined) return longest;
  let [word, count, from] = ['', 0, 0];
  for (const { index, 0: next } of folded.text.matchAll(/[\p{L}\p{N}]+/gu)) {
    if (next === word) count += 1;
    else [word, count, from] = [next, 1, index];
    if (count > longest.count) longest = { count, at: folded.at(from, index + next.length) };
  }
  return longest;
}

function ordinal(count: number): string {
  const ending = { one: 'st', two: 'nd', few: 'rd', other: 'th', zero: 'th', many: 'th' }[
    ORDINALS.select(count)
  ];
  return `${String(count)}${ending}`;
}
const ORDINALS = new Intl.PluralRules('en', { type: 'ordinal' });
