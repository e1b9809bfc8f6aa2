import { isAddressName, type Found } from './hosts.js';
import type { Folded } from './folding.js';

/**
 * Addresses written so that a machine should not see them: as numbers, with a comma or a space at the
 * dot, with spaces between all letters, or backwards.
 */
export function disguisedIn(folded: Folded): Found[] {
  const found: Found[] = [];
  const add = (more: readonly Found[]): void => {
    for (const one of more)
      if (!found.some(({ from, to }) => one.from < to && from < one.to)) found.push(one);
  };
  add(numbersIn(folded));
  add(brokenIn(folded));
  const joined = drawnTogether(folded);
  if (joined !== undefined) {
    add(numbersIn(joined));
    add(brokenIn(joined));
    add(wholeIn(joined));
  }
  return found;
}

const DOT = String.raw`(?:\s{0,3}[([{]\s{0,3}(?:dot|\.)\s{0,3}[)\]}]\s{0,3}|\s{1,3}dot\s{1,3}|\s{0,3}\.\s{0,3})`;
const NUMBERS = new RegExp(
  String.raw`(?<![\p{L}\p{N}.])(?<host>\d{1,3}(?:${DOT}\d{1,3}){3})(?<port>\s?:\s?\d{2,5})?(?<path>\/\S*)?(?![\p{L}\p{N}]|\.\d)`,
  'giu',
);
/** What stands before the number of a version. */
const VERSION =
  /(?:\bv|\bver|version|patch|build|release|firmware|update|driver|beta|section|chapter|rule)\.?\s*$/iu;
/** Networks at home, and this machine itself: they lead nowhere. */
const OWN = /^(?:0|10|127|169\.254|192\.168|172\.(?:1[6-9]|2\d|3[01]))\./u;

/** `203.0.113.9`, also without a scheme. What may be a version, or leads nowhere, is none. */
function numbersIn(folded: Folded): Found[] {
  if (!/\d\s{0,3}[.([{d]/u.test(folded.text)) return [];
  return [...folded.text.matchAll(NUMBERS)].flatMap((match) => {
    const { host: written = '', port, path = '' } = match.groups ?? {};
    const parts = written.split(/\D+/u);
    const host = parts.join('.');
    const isValid = parts.every((part) => Number(part) < 256 && (part === '0' || !part.startsWith('0')));
    if (!isValid || OWN.test(host)) return [];
    const isBare = port === undefined && path === '';
    if (isBare && (VERSION.test(folded.text.slice(0, match.index)) || isSmall(parts))) return [];
    return [{ host, path, ...folded.at(match.index, match.index + match[0].length) }];
  });
}

/** `1.2.3.4` and `12.4.1.0` are versions more often than addresses. */
function isSmall(parts: readonly string[]): boolean {
  return parts.filter((part) => part.length > 1).length < 2;
}

/** Endings that are no word of their own, so that a comma or a space before one hides an address. */
const CLEAR = 'com|org|xyz|ru|biz|icu|example';
const LABEL = String.raw`[\p{L}\p{N}](?:[\p{L}\p{N}_-]{0,61}[\p{L}\p{N}])?`;
const BROKEN = new RegExp(
  String.raw`(?<![\p{L}\p{N}.,@])(?<name>${LABEL}(?:[.,]${LABEL}){0,4})(?<dot>,|\s{1,3},\s{1,3}|\s{1,3}\.|\.\s{1,3})(?<end>\p{L}{2,12}(?:[.,]\p{L}{2,3})?)(?<path>\/[^\s/]\S*)?(?![\p{L}\p{N}@])`,
  'giu',
);
/** Words that stand before *.com* in what is no address: *the .com years*. */
const NO_NAME = new Set(
  'a an the my your our their his her its this that these those any some no and or of in on for by is are was like old good bad great best first next last'.split(
    ' ',
  ),
);

/** `ropes,com`, `ropes .com`, `ropes. com`; with an ending that is a word too, only before a path: `ropes,me/x`. */
function brokenIn(folded: Folded): Found[] {
  if (!/[,.]/u.test(folded.text)) return [];
  return [...folded.text.matchAll(BROKEN)].flatMap((match) => {
    const { name = '', dot = '', end = '', path = '' } = match.groups ?? {};
    const label = name.split(/[.,]/u).at(-1)?.toLowerCase() ?? '';
    const ending = end.replace(',', '.').toLowerCase();
    if (label.length < 2 || NO_NAME.has(label)) return [];
    if (path === '') {
      if (!new RegExp(`^(?:${CLEAR}|co\\.uk)$`, 'u').test(ending)) return [];
      // After a full stop, a sentence may begin with it.
      if (/^(?:example|org)$/u.test(ending) && /\.\s/u.test(dot)) return [];
      if (/\s/u.test(dot) && label.length < 3) return [];
    }
    const host = `${name.replaceAll(',', '.')}.${ending}`.toLowerCase();
    if (!isAddressName(host)) return [];
    return [{ host, path, ...folded.at(match.index, match.index + match[0].length) }];
  });
}

const SPACED = /(?<!\S)(?:[\p{L}\p{N}./:_,()[\]-]\s{1,3}){3,}[\p{L}\p{N}./:_,()[\]-](?!\S)/gu;

/** The text with single letters that stand apart drawn together; undefined where there are none. */
function drawnTogether(folded: Folded): Folded | undefined {
  const runs = [...folded.text.matchAll(SPACED)];
  if (runs.length === 0) return undefined;
  const kept: number[] = [];
  let at = 0;
  for (const run of runs) {
    for (; at < run.index; at += 1) kept.push(at);
    for (; at < run.index + run[0].length; at += 1) if (/\S/u.test(folded.text[at] ?? '')) kept.push(at);
  }
  for (; at < folded.text.length; at += 1) kept.push(at);
  return picked(folded, kept);
}

function picked(folded: Folded, kept: readonly number[]): Folded {
  return {
    text: kept.map((at) => folded.text[at] ?? '').join(''),
    at: (from, to) => {
      const [first, last] = [kept[from] ?? 0, kept[Math.max(from, to - 1)] ?? 0];
      return folded.at(Math.min(first, last), Math.max(first, last) + 1);
    },
  };
}

const WHOLE = new RegExp(
  String.raw`(?<![\p{L}\p{N}.])(?<host>${LABEL}(?:(?:\.|[([]dot[)\]]|dot(?=(?:${CLEAR}|net|gg)(?![\p{L}\p{N}])))${LABEL}){1,5})(?<path>\/\S*)?`,
  'giu',
);

/** What is an address once its letters are drawn together. */
function wholeIn(folded: Folded): Found[] {
  return [...folded.text.matchAll(WHOLE)].flatMap((match) => {
    const { host: written = '', path = '' } = match.groups ?? {};
    const host = written.replace(/[([]?dot[)\]]?(?=[\p{L}\p{N}]+$)/giu, '.').toLowerCase();
    const place = folded.at(match.index, match.index + match[0].length);
    // What was written together is looked at elsewhere.
    if (place.to - place.from <= match[0].length || !isAddressName(host)) return [];
    return [{ host, path, ...place }];
  });
}

const OVERRIDE = /[\u202e\u202b\u2067]/u;
const BACKWARDS = /(?:\S*\/)?(?:moc|gro|zyx|elpmaxe)\.[\p{L}\p{N}]|\/\/\s{0,3}:\s{0,3}s?(?:ptth|pxxh)/iu;

/** Whether some of a text may be an address that is read from right to left. */
export function mayBeBackwards(text: string): boolean {
  return OVERRIDE.test(text) || BACKWARDS.test(text);
}

/** A text from right to left: as it is shown after a mark that turns it round, or was typed backwards. */
export function backwards(folded: Folded): Folded {
  return picked(
    folded,
    Array.from({ length: folded.text.length }, (_, at) => folded.text.length - 1 - at),
  );
}
