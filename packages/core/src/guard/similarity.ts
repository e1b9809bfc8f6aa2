import { plainLetter } from './folding.js';

/** Letters of a shingle; short enough that a changed word changes few of them. */
const SHINGLE = 3;
/** Letters looked at; what is longer is alike if it begins alike. */
const LOOKED_AT = 500;

/** What a text is compared by: its letters and digits in threes, each once and as a number. Empty for one without any. */
export function shinglesOf(text: string): ReadonlySet<number> {
  let letters = '';
  for (const character of text.slice(0, LOOKED_AT)) {
    if (character >= 'a' && character <= 'z') {
      letters += character;
      continue;
    }
    const plain = plainLetter(character);
    if (/[\p{L}\p{N}\p{Extended_Pictographic}]/u.test(plain)) letters += plain;
  }
  if (letters.length <= SHINGLE) return new Set(letters === '' ? [] : [hashOf(letters, 0, letters.length)]);
  const shingles = new Set<number>();
  for (let at = 0; at + SHINGLE <= letters.length; at += 1) shingles.add(hashOf(letters, at, at + SHINGLE));
  return shingles;
}

/**
 * How alike two texts are, from 0 to 1: the share of shingles that both have (Jaccard, 1912).
 * Texts without letters are like nothing.
 *
 * @param from the least that is of interest, from 0 to 1; below it the result is below it too, and no more
 */
export function similarity(a: ReadonlySet<number>, b: ReadonlySet<number>, from = 0): number {
  if (a.size === 0 || b.size === 0) return 0;
  if (a === b) return 1;
  const [fewer, more] = a.size < b.size ? [a, b] : [b, a];
  // No more can be shared than the smaller one has.
  const most = fewer.size / more.size;
  if (most < from) return most;
  let both = 0;
  for (const shingle of fewer) if (more.has(shingle)) both += 1;
  return both / (a.size + b.size - both);
}

/** Shingles by which near texts are found: two that are alike in a third share one of so many almost surely. */
const SKETCH = 8;

/** The smallest of a text's shingles. */
export function sketchOf(shingles: ReadonlySet<number>): number[] {
  return [...shingles].sort((a, b) => a - b).slice(0, SKETCH);
}

/**
 * FNV-1a over UTF-16 units, stirred so that its order says nothing of the text (MurmurHash3’s finish).
 * In 30 bits, which engines keep without a box; two different shingles of one text are taken for one
 * another once in a hundred million times.
 */
function hashOf(text: string, from: number, to: number): number {
  let hash = 0x811c9dc5;
  for (let at = from; at < to; at += 1) hash = Math.imul(hash ^ text.charCodeAt(at), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return ((hash ^ (hash >>> 16)) >>> 0) >>> 2;
}
