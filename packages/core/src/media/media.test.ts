import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { BLANK_MEDIA, isMediaFile, MEDIA_LIMITS, mediaFaults, nameFrom } from './index.js';

const FILE = `${'0a'.repeat(32)}.webp`;
const named = (name: string, file = FILE) => ({ ...BLANK_MEDIA, name, file });

test('whatever a file was called, its name in the library can be saved, and is unlike those there are', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 200 }),
      fc.array(fc.string({ unit: 'grapheme', maxLength: 20 }), { maxLength: 5 }),
      (fileName, more) => {
        const taken = [...more, nameFrom(fileName, more)];
        const name = nameFrom(fileName, taken);
        expect(
          mediaFaults(
            named(name),
            taken.map((each) => ({ name: each })),
          ),
        ).toEqual({});
        expect(Array.from(name).length).toBeLessThanOrEqual(MEDIA_LIMITS.name);
      },
    ),
  );
});

test.each([
  ['../../etc/passwd', 'passwd'],
  ['C:\\sounds\\Supper_bell.WAV', 'Supper bell'],
  ['.png', 'file'],
  ['{{ stream.title }}.png', 'stream.title'],
  ['a\u202egnp.exe', 'agnp'],
  ['archive.tar.gz', 'archive.tar'],
])('%s is called %s', (fileName, name) => {
  expect(nameFrom(fileName, [])).toBe(name);
});

test('of one name there is one, however it is written', () => {
  expect(nameFrom('Bell.png', ['bell', 'BELL 2'])).toBe('Bell 3');
  expect(mediaFaults(named(' Bell '), [{ name: 'bell' }])).toEqual({
    name: 'There is a file called Bell already',
  });
  expect(Object.keys(mediaFaults(named('', ''), []))).toEqual(['name', 'file']);
  expect(Object.keys(mediaFaults(named('x'.repeat(61)), []))).toEqual(['name']);
});

test.each([
  '',
  'gully.db',
  `../${FILE}`,
  `${FILE}/x`,
  FILE.replace('webp', 'svg'),
  FILE.toUpperCase(),
  `${FILE}\n`,
])('%j is no file of the library', (file) => {
  expect([isMediaFile(file), isMediaFile(FILE)]).toEqual([false, true]);
});
