import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { foldBy, foldInvisible, foldsOf, plainLetter } from './folding.js';
import { addressesIn, isOf, readDomain } from './hosts.js';
import { shinglesOf, similarity, sketchOf } from './similarity.js';

const anyText = fc.string({ unit: 'grapheme', maxLength: 60 });
const alike = (a: string, b: string): number => similarity(shinglesOf(a), shinglesOf(b));

describe('how alike two texts are', () => {
  test('lies between 0 and 1, is the same either way, and is 1 for a text and itself', () => {
    fc.assert(
      fc.property(anyText, anyText, (a, b) => {
        const both = alike(a, b);
        expect(both).toBeGreaterThanOrEqual(0);
        expect(both).toBeLessThanOrEqual(1);
        expect(alike(b, a)).toBe(both);
        expect(alike(a, a)).toBe(shinglesOf(a).size === 0 ? 0 : 1);
        // Where only from something up is of interest, that comes out the same, and the rest below it.
        const near = similarity(shinglesOf(a), shinglesOf(b), 0.5);
        expect(both >= 0.5 ? near : near < 0.5).toBe(both >= 0.5 ? both : true);
        // Near texts are found by what both sketches have, so a sketch is a part of its text.
        const shingles = shinglesOf(a);
        expect(sketchOf(shingles).every((each) => shingles.has(each))).toBe(true);
      }),
    );
  });

  test.each([
    ['the sump is rising', 'THE   sump is rising!!!', 1],
    ['free maps at my page', 'frее mаps аt my pаge', 1],
    ['join the cave crew tonight', 'join the cave crew tonite', 0.7],
    ['', '...', 0],
    ['what knot is that', 'soup is ready', 0],
  ])('of %j and %j is about %d', (a, b, about) => {
    expect(Math.abs(alike(a, b) - about)).toBeLessThan(0.15);
  });
});

describe('a folded text', () => {
  test('knows for each of its letters where that came from', () => {
    fc.assert(
      fc.property(anyText, (text) => {
        for (const folded of [...foldsOf(text), foldInvisible(text)]) {
          const { from, to } = folded.at(0, folded.text.length);
          expect(from).toBeGreaterThanOrEqual(0);
          expect(to).toBeLessThanOrEqual(text.length);
          for (let at = 0; at < folded.text.length; at += 1) {
            const part = folded.at(at, at + 1);
            expect(part.from).toBeLessThan(part.to);
            expect(part.from).toBeGreaterThanOrEqual(from);
          }
        }
      }),
    );
  });

  test('once folded stays as it is, letter by letter', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 20 }), (text) => {
        const once = foldBy(text, plainLetter).text;
        expect(foldBy(once, plainLetter).text.toLowerCase()).toBe(foldBy(once, plainLetter).text);
        expect(foldBy('Ｒｏｐｅ\u200b', plainLetter).text).toBe('rope');
      }),
    );
  });
});

describe('addresses', () => {
  const found = (text: string) =>
    foldsOf(text)
      .flatMap(addressesIn)
      .map(({ host, path }) => host + path);

  test('are found with the same host however the dots of it are written', () => {
    const host = fc.constantFrom('ropes.example', 'shop.lamps.example', 'karst-maps.example');
    const dot = fc.constantFrom('.', ' . ', ' dot ', '(dot)', '[.]', ' (dot) ', '。', '．');
    const scheme = fc.constantFrom('', 'https://', 'http : //', 'HTTPS://', 'hxxp://');
    fc.assert(
      fc.property(host, dot, scheme, (name, between, before) => {
        expect(found(`look at ${before}${name.replaceAll('.', between)} now`)).toContain(name);
      }),
    );
  });

  test.each(['I went in. So did you', 'notes.md', '3.5 metres', 'well...no', 'a.b.c', 'wait. it is me'])(
    'are not seen in %j',
    (text) => {
      expect(found(text)).toEqual([]);
    },
  );

  test('belong to a domain, all below it, and with a path only what begins with that', () => {
    const within = (rule: string, address: string): boolean => {
      const [one] = foldsOf(address).flatMap(addressesIn);
      return isOf(one!, readDomain(rule)!);
    };
    expect(within('ropes.example', 'https://shop.ropes.example/a')).toBe(true);
    expect(within('*.ropes.example', 'ropes.example')).toBe(true);
    expect(within('ropes.example', 'https://bigropes.example')).toBe(false);
    expect(within('https://clips.example/lanternhour/', 'clips.example/LanternHour/42')).toBe(true);
    expect(within('clips.example/lantern', 'clips.example/lanternhour')).toBe(false);
    expect(['ropes', 'a b.example', ''].map(readDomain)).toEqual([undefined, undefined, undefined]);
  });
});
