import type { Fragment } from '../folding.js';
import { atMost, faultsOf, rangeFault, type Filter } from '../filter.js';

export interface SymbolsSettings {
  /** per cent of the characters that may be neither letters nor digits, emoji or spaces */
  readonly most: number;
  /** characters from which the share is looked at */
  readonly from: number;
  /** how many of them may follow each other */
  readonly run: number;
  /** combining marks on one letter */
  readonly marks: number;
}

const PLAIN = /[\p{L}\p{N}\p{M}\p{Extended_Pictographic}\p{Emoji_Modifier}\p{Regional_Indicator}\s]/u;
/** What joins emoji, or has them shown as pictures. */
const JOINS = /^(?:\u200d|\ufe0f)$/u;
const MARK = /[\p{Mn}\p{Me}]/u;
const INVISIBLE = /[\p{Cf}\u115f\u1160\u3164\uffa0]/u;

interface Counted {
  readonly symbols: number;
  readonly characters: number;
  readonly run: Fragment;
  readonly marks: number;
  readonly stack: Fragment;
}

/** Signs: their share, the longest run of them, box-drawing and braille art among them, and stacked marks. */
export const SYMBOLS: Filter<SymbolsSettings> = {
  name: 'symbols',
  title: 'Symbols',
  ofText: true,
  blank: { most: 50, from: 12, run: 12, marks: 4 },
  faults: ({ most, from, run, marks }) =>
    faultsOf({
      most: rangeFault(most, 0, 100),
      from: rangeFault(from, 1, 500),
      run: rangeFault(run, 1, 500),
      marks: rangeFault(marks, 1, 50),
    }),
  prepare: ({ most, from, run, marks }) => ({
    measure(reading) {
      const counted = count(reading.text, (at) => reading.isSpared(at));
      const share = counted.characters < from ? 0 : (counted.symbols * 100) / counted.characters;
      const long = counted.run.to - counted.run.from;
      const words = {
        measure: `${String(Math.round(share))}% symbols, ${String(long)} in a row, ${String(counted.marks)} marks on one letter`,
        allowed: `at most ${String(most)}%, ${String(run)} in a row, ${String(marks)} marks`,
      };
      if (counted.marks > marks) return atMost(counted.marks, marks, words, [counted.stack]);
      if (long > run) return atMost(long, run, words, [counted.run]);
      return atMost(share, most, words, [{ from: 0, to: reading.text.length }]);
    },
  }),
};

function isAsciiLetter(character: string): boolean {
  return (character >= 'a' && character <= 'z') || (character >= 'A' && character <= 'Z');
}

function count(text: string, isSpared: (at: number) => boolean): Counted {
  let [symbols, characters, marks, stacked, runFrom] = [0, 0, 0, 0, 0];
  let run: Fragment = { from: 0, to: 0 };
  let stack: Fragment = { from: 0, to: 0 };
  let stackFrom = 0;
  let at = 0;
  for (const character of text) {
    const to = at + character.length;
    if (isAsciiLetter(character)) {
      [stacked, stackFrom, runFrom] = [0, at, to];
      characters += 1;
    } else if (MARK.test(character)) {
      stacked += 1;
      if (stacked > marks) [marks, stack] = [stacked, { from: stackFrom, to }];
    } else {
      [stacked, stackFrom] = [0, at];
      const isPlain = PLAIN.test(character) && !INVISIBLE.test(character);
      const isSymbol = !isPlain && !JOINS.test(character);
      if (!/\s/u.test(character)) characters += 1;
      if (!isSymbol || isSpared(at)) runFrom = to;
      else {
        symbols += 1;
        if (to - runFrom > run.to - run.from) run = { from: runFrom, to };
      }
    }
    at = to;
  }
  return { symbols, characters, run, marks, stack };
}
