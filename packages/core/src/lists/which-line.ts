import type { Chance } from '../random/index.js';
import { foldName } from '../text/index.js';
import type { ListView } from './list.js';

/** The line someone means by its number: `12` or `#12`, counted from 1. @returns its place; undefined where there is none */
export function lineNumbered(list: ListView, which: string): number | undefined {
  const [, digits] = /^#?\s*(\d{1,9})$/u.exec(which.trim()) ?? [];
  if (digits === undefined) return undefined;
  const place = Number(digits) - 1;
  return place >= 0 && place < list.size ? place : undefined;
}

/** The line that has just these words, in any case. @returns its place; undefined where there is none */
export function lineSaying(list: ListView, words: string): number | undefined {
  const wanted = foldName(words.trim());
  for (let place = 0; place < list.size; place += 1)
    if (foldName(list.line(place) ?? '') === wanted) return place;
  return undefined;
}

/** A line that has all of some words in it, by chance one of several. @returns its place; undefined where there is none */
export function lineWith(list: ListView, words: string, chance: Chance): number | undefined {
  const wanted = foldName(words)
    .split(/\s+/u)
    .filter((word) => word !== '');
  const places: number[] = [];
  for (let place = 0; place < list.size; place += 1) {
    const line = foldName(list.line(place) ?? '');
    if (wanted.every((word) => line.includes(word))) places.push(place);
  }
  return places.length === 0 ? undefined : places[chance.below(places.length)];
}

/** What is said of a line that is not there. */
export function noSuchLine({ name, size }: ListView, which: string): string {
  if (size === 0) return `${name} is empty`;
  return /^#?\s*\d+$/u.test(which.trim())
    ? `${name} has ${size === 1 ? 'one line' : `${size.toLocaleString('en')} lines`}, and none of the number ${which.trim().replace(/^#\s*/u, '')}`
    : `no line of ${name} fits`;
}
