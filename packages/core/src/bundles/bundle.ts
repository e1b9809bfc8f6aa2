import { PLURALS, type ThingKind } from '../things/index.js';
import type { BodyOf } from './things.js';

/** What a bundle's file says of itself. */
export const BUNDLE_FORMAT = 'gully-bundle';
export const BUNDLE_VERSION = 1;

export const QUESTION_TYPES = ['text', 'number', 'yes-no', 'choice'] as const;

/** Asked when a bundle is taken in; `[[name]]` anywhere in it is filled with the answer. */
export interface Question {
  readonly name: string;
  readonly type: (typeof QUESTION_TYPES)[number];
  readonly default: string;
  /** what it is for, in a line */
  readonly help: string;
  /** for a choice */
  readonly choices: readonly string[];
}

/** Things of every kind. What a timer runs is named: a routine by its name, a command by what is typed without its prefix. */
type Items = { readonly [K in ThingKind as (typeof PLURALS)[K]]: readonly BodyOf[K][] };

/**
 * What another channel can take in. Things refer to one another by name; of the channel
 * itself (viewers, what is remembered, secrets, counts) nothing is in it.
 */
export interface Bundle extends Items {
  readonly format: typeof BUNDLE_FORMAT;
  readonly version: typeof BUNDLE_VERSION;
  readonly title: string;
  readonly author: string;
  readonly note: string;
  readonly questions: readonly Question[];
  /** the content of media files in base64, by `file` */
  readonly files: Readonly<Record<string, string>>;
}

export type ItemKind = (typeof PLURALS)[ThingKind];
/** What refers to others first, since that is what people look for. */
export const ITEM_KINDS: readonly ItemKind[] = Object.values(PLURALS).reverse();
/** What a bundle carries where it carries nothing. */
export const NO_ITEMS = Object.fromEntries(ITEM_KINDS.map((kind) => [kind, []])) as unknown as Pick<
  Bundle,
  ItemKind
>;
