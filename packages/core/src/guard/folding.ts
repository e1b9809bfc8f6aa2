import CONFUSABLES from 'unhomoglyph/data.json' with { type: 'json' };

/** A part of a text in UTF-16 units, `to` not included. */
export interface Fragment {
  readonly from: number;
  readonly to: number;
}

/** A text in the form in which it is compared, knowing where each of its letters came from. */
export interface Folded {
  readonly text: string;
  /** @returns the part of the original that became this part */
  at(from: number, to: number): Fragment;
}

/** What shows nothing: marks, joiners, directions, variation selectors. */
const INVISIBLE = /^[\p{M}\p{Cf}\p{Cc}\u115f\u1160\u3164\uffa0\u2800\ufffc]+$/u;
const ASCII = /^[\x20-\x7e]$/u;
const LOOKS_LIKE: Readonly<Record<string, string>> = CONFUSABLES;
const known = new Map<string, string>();

/**
 * What a character is taken for: compatibility forms unified (NFKC), marks and what is invisible
 * left out, in lower case, and look-alikes of other scripts as the Latin letter they pass for
 * (Unicode TR39, *confusables*). What passes for nothing Latin stays as it is.
 *
 * @param character one code point
 */
export function plainLetter(character: string): string {
  return plainBy(character, 'l', (each) => latin(each.toLowerCase()).toLowerCase());
}

/**
 * The same with capitals as what they look like: `Н` passes for an H, and its small `н` for nothing.
 * In a word of its own script that would tell capitals from small letters.
 */
export function plainCapital(character: string): string {
  return plainBy(character, 'c', (each) => latin(each).toLowerCase());
}

function plainBy(character: string, how: string, form: (character: string) => string): string {
  if (ASCII.test(character)) return character.toLowerCase();
  const key = how + character;
  const before = known.get(key);
  if (before !== undefined) return before;
  const plain = Array.from(character.normalize('NFKD'))
    .filter((each) => !INVISIBLE.test(each))
    .map(form)
    .join('')
    .normalize('NFC');
  // Few characters make up what people write; a flood of rare ones must not fill the memory.
  if (known.size < 40_000) known.set(key, plain);
  return plain;
}

function latin(character: string): string {
  if (ASCII.test(character)) return character;
  const plain = Array.from((LOOKS_LIKE[character] ?? character).normalize('NFKD')).filter(
    (each) => !INVISIBLE.test(each),
  );
  return plain.length > 0 && plain.every((each) => ASCII.test(each)) ? plain.join('') : character;
}

/**
 * A text letter by letter in another form.
 *
 * @param form what becomes of one code point: nothing, one letter, or several
 */
export function foldBy(text: string, form: (character: string) => string): Folded {
  let folded = '';
  const starts: number[] = [];
  const ends: number[] = [];
  let at = 0;
  for (const character of text) {
    const plain = form(character);
    folded += plain;
    // One place for each UTF-16 unit, as the whole is asked for by them.
    for (const _ of plain.split('')) {
      starts.push(at);
      ends.push(at + character.length);
    }
    at += character.length;
  }
  return {
    text: folded,
    at: (from, to) => ({ from: starts[from] ?? 0, to: ends[Math.max(from, to - 1)] ?? text.length }),
  };
}

/** Letter by letter as they are, in lower case and without what is invisible: names of other scripts stay what they are. */
export function foldInvisible(text: string): Folded {
  return foldBy(text, (character) =>
    ASCII.test(character) || !INVISIBLE.test(character) ? character.normalize('NFKC').toLowerCase() : '',
  );
}

/** The forms in which a text may be taken for Latin: most have one, and some with foreign capitals two. */
export function foldsOf(text: string): readonly Folded[] {
  const plain = foldBy(text, plainLetter);
  if (!/[^\p{ASCII}\P{Lu}]/u.test(text)) return [plain];
  const capitals = foldBy(text, plainCapital);
  return capitals.text === plain.text ? [plain] : [plain, capitals];
}
