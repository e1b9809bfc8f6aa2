import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { TestList } from '../test-support/index.js';
import { lineNumbered, lineSaying, lineWith, listNameFault, listWord, noSuchLine } from './index.js';

const QUOTES = new TestList('Quotes', ['That is not a bat', 'The left passage, always', 'A BAT, I said']);
const first = chanceFrom(() => 0);
const last = chanceFrom(() => 0.999);

test.each([
  ['1', 0],
  ['#3', 2],
  ['# 2 ', 1],
  ['0', undefined],
  ['4', undefined],
  ['-1', undefined],
  ['1.5', undefined],
  ['12345678901', undefined],
])('the line meant by %j is at %p', (typed, place) => {
  expect(lineNumbered(QUOTES, typed)).toBe(place);
});

test('a line is found by all of its words, or by some of them in any order and case', () => {
  expect(lineSaying(QUOTES, ' that IS not a bat ')).toBe(0);
  expect(lineSaying(QUOTES, 'a bat')).toBeUndefined();
  expect([first, last].map((chance) => lineWith(QUOTES, 'bat', chance))).toEqual([0, 2]);
  expect(lineWith(QUOTES, 'passage left', first)).toBe(1);
  expect(lineWith(QUOTES, 'sump', first)).toBeUndefined();
});

test('whatever is drawn by words has all of them in it', () => {
  const words = fc.array(fc.constantFrom('bat', 'LEFT', 'a', 'said', 'soup'), { maxLength: 3 });
  fc.assert(
    fc.property(words, fc.double({ min: 0, max: 0.999, noNaN: true }), (wanted, at) => {
      const place = lineWith(
        QUOTES,
        wanted.join(' '),
        chanceFrom(() => at),
      );
      const has = (line: string): boolean =>
        wanted.every((word) => line.toLowerCase().includes(word.toLowerCase()));
      if (place === undefined) expect(QUOTES.lines.some(has)).toBe(false);
      else expect(has(QUOTES.lines[place]!)).toBe(true);
    }),
  );
});

test('what is not there is said with how many there are', () => {
  expect(noSuchLine(QUOTES, '#9')).toBe('Quotes has 3 lines, and none of the number 9');
  expect(noSuchLine(new TestList('Quotes', ['one']), '2')).toMatch(/has one line/u);
  expect(noSuchLine(QUOTES, 'soup')).toBe('no line of Quotes fits');
  expect(noSuchLine(new TestList('Quotes', []), '1')).toBe('Quotes is empty');
});

test('a list’s name is a plain line, and a word in texts', () => {
  expect(['Quotes', ' ', 'x'.repeat(61), 'Quo\u200btes'].map(listNameFault)).toEqual([
    undefined,
    'Name the list',
    'A list’s name has at most 60 characters',
    'The name has invisible characters in it',
  ]);
  expect(['Campfire questions', ' Ärger & Co. ', '2nd list'].map(listWord)).toEqual([
    'campfire_questions',
    'ärger_co',
    '2nd_list',
  ]);
});
