import { characterCount, foldName } from '../text/index.js';
import type { StreamState } from '../stream/index.js';

/** What viewers are called in one game, as a person sets it up. */
export interface HandleBody {
  /** what such a name is called there: `rope ID` */
  readonly name: string;
  /** the category of the game */
  readonly category: string;
  /** RE2 syntax a handle must match whole; empty for any */
  readonly pattern: string;
  /** one that fits, for those who got it wrong */
  readonly example: string;
  /** nobody joins a queue of this game without one */
  readonly required: boolean;
  /** the streamer's own; empty for none */
  readonly own: string;
}

/** One that is in force. */
export interface Handle extends HandleBody {
  readonly id: string;
}

export const HANDLES_LIMIT = 50;
export const HANDLE_LENGTH = 60;
export const BLANK_HANDLE: HandleBody = {
  name: '',
  category: '',
  pattern: '',
  example: '',
  required: true,
  own: '',
};

export function handleBody({ name, category, pattern, example, required, own }: HandleBody): HandleBody {
  return { name, category, pattern, example, required, own };
}

/** Whether a text matches a pattern whole. */
export type Fits = (pattern: string, text: string) => boolean;

/**
 * What of a typed handle is kept, or why it cannot be one, to follow the name of whoever typed it.
 *
 * @param fits given, so that what only shows steps needs no engine for patterns
 */
export function readHandle(
  { name, pattern, example }: HandleBody,
  typed: string,
  fits: Fits,
): { readonly text: string } | { readonly fault: string } {
  const text = typed.replace(/[\p{Cc}\p{Cf}]/gu, '').trim();
  const right = example === '' ? '' : `; one looks like ${example}`;
  if (text === '') return { fault: `type your ${name} after the command${right}` };
  if (characterCount(text) > HANDLE_LENGTH)
    return { fault: `a ${name} has at most ${String(HANDLE_LENGTH)} characters${right}` };
  return fits(pattern, text) ? { text } : { fault: `that is no ${name}${right}` };
}

/** Whether two viewers could not both have these. */
export function isSameHandle(one: string, other: string): boolean {
  return foldName(one) === foldName(other);
}

/** The handle of a game, by its category; undefined where that has none. */
export function handleFor(handles: readonly Handle[], category: string): Handle | undefined {
  const wanted = foldName(category.trim());
  return handles.find((each) => foldName(each.category.trim()) === wanted);
}

/**
 * The handle people are asked for in a queue: that of the current category, where the queue is for
 * that or for any; else that of the queue's own category, which it may open for ahead of time.
 */
export function handleOfQueue(
  handles: readonly Handle[],
  categories: readonly string[],
  { category }: StreamState,
): Handle | undefined {
  const isFor = categories.length === 0 || categories.some((each) => isSameCategory(each, category));
  return handleFor(handles, isFor ? category : (categories[0] ?? ''));
}

export function isSameCategory(one: string, other: string): boolean {
  return foldName(one.trim()) === foldName(other.trim());
}
