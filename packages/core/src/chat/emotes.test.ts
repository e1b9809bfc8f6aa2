import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readEmotesTag } from './index.js';

const words = (value: string, text: string): string[] =>
  readEmotesTag(value, text).map(({ from, to }) => text.slice(from, to));

test('emotes stand where the server says, counted in characters and not in units', () => {
  expect(words('0-3,5-8', 'lamp lamp hello')).toEqual(['lamp', 'lamp']);
  expect(words('2-5', '🦇 lamp')).toEqual(['lamp']);
  expect(words('9-12,0-3', 'lamp and lamp')).toEqual(['lamp', 'lamp']);
});

test('what is no place in the text is left out', () => {
  for (const value of ['', 'x', '3', '5-2', '0-99', '-1-2', '1-2-3', '99999999-1', ' , '])
    expect(readEmotesTag(value, 'lamp')).toEqual([]);
  fc.assert(
    fc.property(fc.string(), fc.string(), (value, text) => {
      for (const { from, to } of readEmotesTag(value, text)) {
        expect(from).toBeLessThan(to);
        expect(to).toBeLessThanOrEqual(text.length);
      }
    }),
  );
});
