import { foldBy, plainLetter, type Folded } from './folding.js';

/** Signs that stand for letters, each class as the one that is first thought of. */
const STANDS_FOR: Readonly<Record<string, string>> = {
  '0': 'o',
  '1': 'i',
  '!': 'i',
  '|': 'i',
  l: 'i',
  '3': 'e',
  '€': 'e',
  '4': 'a',
  '@': 'a',
  '5': 's',
  $: 's',
  '7': 't',
  '+': 't',
  '8': 'b',
  '9': 'g',
};
const LETTER = /[\p{L}\p{N}]/u;
const SIGNS = /[!|€@$+]/u;
const SURROGATE = /[\ud800-\udfff]/;

/**
 * The form in which blocked phrases are looked for: look-alikes, leetspeak and repeated letters made
 * one, letters that are spaced or dotted out drawn together, all else between words one space.
 * Phrases and messages go through the same, so that each finds the other.
 */
export function skeletonOf(folded: Folded): Folded {
  const letters = lettersOf(folded.text);
  const kept = keptOf(letters);
  const picked = kept.map((at) => letters[at] ?? '').join('');
  return {
    text: picked,
    at: (from, to) => folded.at(kept[from] ?? 0, (kept[Math.max(from, to - 1)] ?? 0) + 1),
  };
}

/** The skeleton of what is looked for, as it is written. */
export function skeletonText(text: string): string {
  return skeletonOf(foldBy(text, plainLetter)).text;
}

/** Each UTF-16 unit as the letter it is or stands for, or a space. A sign stands for one only before another. */
function lettersOf(text: string): string {
  const letters: string[] = [];
  for (let at = text.length - 1; at >= 0; at -= 1) {
    const unit = text[at] ?? '';
    const isLast = (letters.at(-1) ?? ' ') === ' ';
    if (SIGNS.test(unit)) letters.push(isLast ? ' ' : (STANDS_FOR[unit] ?? ' '));
    // Half of a letter that takes two units belongs to it.
    else letters.push(STANDS_FOR[unit] ?? (LETTER.test(unit) || SURROGATE.test(unit) ? unit : ' '));
  }
  return letters.reverse().join('');
}

/** Which letters stay: the first of a run of one letter, one space between words, none between single letters. */
function keptOf(text: string): number[] {
  const kept: number[] = [];
  for (let at = 0; at < text.length; at += 1) {
    const letter = text[at];
    const last = kept.at(-1);
    if (letter === ' ') {
      if (last === undefined || text[last] === ' ' || (isSingle(text, last) && isSingleAfter(text, at)))
        continue;
      kept.push(at);
    } else if (last === undefined || text[last] !== letter || isNewWord(text, last, at)) kept.push(at);
  }
  while (kept.length > 0 && text[kept.at(-1) ?? 0] === ' ') kept.pop();
  return kept;
}

/** A letter by itself: nothing but spaces before and after it. */
function isSingle(text: string, at: number): boolean {
  return (text[at - 1] ?? ' ') === ' ' && (text[at + 1] ?? ' ') === ' ';
}

function isSingleAfter(text: string, at: number): boolean {
  let next = at;
  while (text[next] === ' ') next += 1;
  return next < text.length && isSingle(text, next);
}

/** Letters that are the same and stand apart are two, unless both are spaced out. */
function isNewWord(text: string, last: number, at: number): boolean {
  return (
    at - last > 1 && text.slice(last + 1, at).includes(' ') && !(isSingle(text, last) && isSingle(text, at))
  );
}
