import { plainLetter } from './folding.js';

/** Letters of a shingle; short enough that a changed word changes few of them. */
const SHINGLE = 3;
/** Letters looked at; what is longer is alike if it begins alike. */
const LOOKED_AT = 500;

/** What a text is compared by: its letters and digits in threes, each once. Empty for one without any. */
export function shinglesOf(text: string): ReadonlySet<string> {
  let letters = '';
  for (const character of text.slice(0, LOOKED_AT)) {
    const plain = plainLetter(character);
    if (/[\p{L}\p{N}\p{Extended_Pictographic}]/u.test(plain)) letters += plain;
  }
  if (letters.length <= SHINGLE) return new Set(letters === '' ? [] : [letters]);
  const shingles = new Set<string>();
  for (let at = 0; at + SHINGLE <= letters.length; at += 1) shingles.add(letters.slice(at, at + SHINGLE));
  return shingles;
}

/**
 * How alike two texts are, from 0 to 1: the share of shingles that both have (Jaccard, 1912).
 * Texts without letters are like nothing.
 */
export function similarity(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
  if (a.size === 0 || b.size === 0) return 0;
  const [fewer, more] = a.size < b.size ? [a, b] : [b, a];
  // No more can be shared than the smaller one has.
  let both = 0;
  for (const shingle of fewer) if (more.has(shingle)) both += 1;
  return both / (a.size + b.size - both);
}
