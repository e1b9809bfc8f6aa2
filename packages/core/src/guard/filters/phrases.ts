import { RE2Set } from 're2js';
import { compilePattern, phraseForm, PhraseIndex } from '../../text/index.js';
import { consequenceFault, strictest, type Consequence } from '../consequence.js';
import type { Folded, Fragment } from '../folding.js';
import { atMost, type Filter } from '../filter.js';
import type { Reading } from '../reading.js';
import { skeletonText } from '../skeleton.js';

export interface BlockedPhrase {
  readonly id: string;
  readonly text: string;
  /** `text`, or an RE2 pattern */
  readonly kind: 'text' | 'pattern';
  /** text: only as whole words */
  readonly wholeWords: boolean;
  /** text: as it is written, not through look-alikes, leetspeak, spaced out and repeated letters */
  readonly exact: boolean;
  readonly group: string;
  /** what it leads to by itself; null for what the ladder says */
  readonly consequence: Consequence | null;
  readonly note: string;
}

export interface PhrasesSettings {
  readonly phrases: readonly BlockedPhrase[];
  /** what is never caught: whole phrases that have a blocked one in them */
  readonly exceptions: readonly string[];
}

/** What bounds the entries. */
export const PHRASES_LIMIT = 20_000;
const PATTERNS_LIMIT = 500;
const PATTERN_LIMIT = 1_000;
const TEXT_LIMIT = 200;

type Looked = Pick<BlockedPhrase, 'text' | 'wholeWords'>;

interface Hit<T> extends Fragment {
  readonly phrase: T;
}

/** Blocked phrases and patterns. Thousands cost one walk through the message (Aho and Corasick; an RE2 set). */
export const PHRASES: Filter<PhrasesSettings> = {
  name: 'phrases',
  title: 'Blocked phrases',
  ofText: true,
  blank: { phrases: [], exceptions: [] },
  faults({ phrases, exceptions }) {
    const faults: Record<string, string> = {};
    if (phrases.length > PHRASES_LIMIT)
      faults.phrases = `At most ${PHRASES_LIMIT.toLocaleString('en')} entries`;
    if (phrases.filter(({ kind }) => kind === 'pattern').length > PATTERNS_LIMIT)
      faults.phrases = `At most ${String(PATTERNS_LIMIT)} patterns`;
    for (const [at, phrase] of phrases.entries()) {
      const fault =
        phraseFault(phrase) ??
        (phrase.consequence === null ? undefined : consequenceFault(phrase.consequence));
      if (fault !== undefined) faults[`phrases.${String(at)}`] = fault;
    }
    for (const [at, text] of exceptions.entries())
      if (skeletonText(text) === '') faults[`exceptions.${String(at)}`] = 'Nothing of it can be compared';
    return faults;
  },
  prepare({ phrases, exceptions }) {
    const texts = phrases.filter(({ kind, text }) => kind === 'text' && text.trim() !== '');
    const loose = indexOf(
      texts.filter(({ exact }) => !exact),
      skeletonText,
    );
    const together = togetherIndex(texts.filter((each) => !each.exact));
    const exact = indexOf(
      texts.filter((each) => each.exact),
      (text) => phraseForm(text, false),
    );
    const patterns = patternsOf(phrases.filter(({ kind }) => kind === 'pattern'));
    const spared = indexOf(
      exceptions.map((text) => ({ text, wholeWords: true })),
      skeletonText,
    );
    return {
      measure(reading) {
        const free = reading.skeletons.flatMap(spared);
        const isFree = ({ from, to }: Fragment): boolean =>
          free.some((each) => from >= each.from && to <= each.to);
        const words = reading.skeletons.flatMap(loose);
        const hits = [
          ...words,
          ...reading.skeletons.flatMap((each) => together(each, words)),
          ...exact(exactForm(reading)),
          ...patterns(reading),
        ].filter((hit) => !isFree(hit));
        const groups = [...new Set(hits.map(({ phrase }) => phrase.group))].filter((name) => name !== '');
        const where = groups.length === 0 ? '' : ` of ${groups.join(', ')}`;
        const own = strictest(hits.flatMap(({ phrase }) => phrase.consequence ?? []));
        const measured = atMost(
          hits.length,
          0,
          {
            measure: hits.length === 0 ? 'none' : `${String(hits.length)}${where}`,
            allowed: 'none',
          },
          hits.map(({ from, to }) => ({ from, to })),
        );
        return own === undefined ? measured : { ...measured, own };
      },
    };
  },
};

/** What is wrong with an entry, in words; undefined when it can be looked for. */
export function phraseFault({ kind, text }: Pick<BlockedPhrase, 'kind' | 'text'>): string | undefined {
  if (kind === 'pattern') {
    if (text.length > PATTERN_LIMIT)
      return `A pattern has at most ${PATTERN_LIMIT.toLocaleString('en')} characters`;
    const compiled = compilePattern(text, false);
    if ('fault' in compiled) return compiled.fault;
    return compiled.pattern.matcher('').find() ? 'It matches everything' : undefined;
  }
  if (text.length > TEXT_LIMIT) return `A phrase has at most ${String(TEXT_LIMIT)} characters`;
  const letters = Array.from(skeletonText(text).replaceAll(' ', '')).length;
  if (letters === 0) return 'Nothing of it can be compared: it has no letters or digits';
  return letters === 1
    ? 'One letter stands in almost every message; give at least two that differ'
    : undefined;
}

function indexOf<T extends Looked>(
  phrases: readonly T[],
  form: (text: string) => string,
): (folded: Folded) => Hit<T>[] {
  const usable = phrases
    .map((phrase) => ({ phrase, form: form(phrase.text) }))
    .filter((each) => each.form !== '');
  const index = new PhraseIndex(usable.map((each) => each.form));
  return (folded) => {
    const hits: Hit<T>[] = [];
    index.search(
      folded.text,
      (at, from, to) => {
        const phrase = usable[at]?.phrase;
        if (phrase !== undefined) hits.push({ phrase, ...folded.at(from, to) });
      },
      (at) => usable[at]?.phrase.wholeWords === true,
    );
    return hits;
  };
}

/**
 * Phrases of several words, however their letters are set apart: run together, cut elsewhere, spelled
 * out. Where words are whole, what is found begins and ends where words of the message do.
 *
 * @returns what finds those that are not among the hits given
 */
function togetherIndex<T extends Looked>(
  phrases: readonly T[],
): (skeleton: Folded, known: readonly Hit<T>[]) => Hit<T>[] {
  const usable = phrases.flatMap((phrase) => {
    const form = skeletonText(phrase.text);
    return form.includes(' ') ? [{ phrase, form: withoutSpaces(form).text }] : [];
  });
  if (usable.length === 0) return () => [];
  const index = new PhraseIndex(usable.map(({ form }) => form));
  return (skeleton, known) => {
    const hits: Hit<T>[] = [];
    const { text, starts, ends } = withoutSpaces(skeleton.text);
    index.search(
      text,
      (at, from, to) => {
        const phrase = usable[at]?.phrase;
        const [start, end] = [starts[from] ?? 0, ends[to - 1] ?? 0];
        if (phrase === undefined) return;
        const isWhole = (skeleton.text[start - 1] ?? ' ') === ' ' && (skeleton.text[end] ?? ' ') === ' ';
        const inOne = !phrase.wholeWords && !skeleton.text.slice(start, end).includes(' ');
        const hit = { phrase, ...skeleton.at(start, end) };
        const again = known.some(
          (each) => each.phrase === phrase && each.from < hit.to && hit.from < each.to,
        );
        if ((isWhole || inOne) && !again) hits.push(hit);
      },
      () => false,
    );
    return hits;
  };
}

/** A skeleton without its spaces, letters that meet for it made one, and where each of the rest stood. */
function withoutSpaces(skeleton: string): { text: string; starts: number[]; ends: number[] } {
  let text = '';
  const [starts, ends]: [number[], number[]] = [[], []];
  for (let at = 0; at < skeleton.length; at += 1) {
    const letter = skeleton[at] ?? '';
    if (letter === ' ') continue;
    if (text.endsWith(letter)) ends[ends.length - 1] = at + 1;
    else {
      text += letter;
      starts.push(at);
      ends.push(at + 1);
    }
  }
  return { text, starts, ends };
}

/** As it is written, in one case; its letters stay where they are as long as folding keeps their number. */
function exactForm({ text }: Reading): Folded {
  const lower = text.toLowerCase();
  const same = lower.length === text.length;
  return { text: lower, at: (from, to) => (same ? { from, to } : { from: 0, to: text.length }) };
}

function patternsOf(phrases: readonly BlockedPhrase[]): (reading: Reading) => Hit<BlockedPhrase>[] {
  const usable = phrases.flatMap((phrase) => {
    const compiled = compilePattern(phrase.text, false);
    return 'fault' in compiled ? [] : [{ phrase, pattern: compiled.pattern }];
  });
  if (usable.length === 0) return () => [];
  const set = new RE2Set();
  for (const { phrase } of usable) set.add(`(?i)${phrase.text}`);
  set.compile();
  return ({ text }) =>
    [...set.match(text)].flatMap((at) => {
      const entry = usable[at];
      if (entry === undefined) return [];
      const matcher = entry.pattern.matcher(text);
      return matcher.find() ? [{ phrase: entry.phrase, from: matcher.start(), to: matcher.end() }] : [];
    });
}
