import type { Schemas } from './schema.js';

export {
  closed,
  flag,
  listOf,
  NAMED_VIEWERS,
  oneOf,
  orNull,
  ref,
  text,
  whole,
  type Schema,
  type Schemas,
} from './schema.js';

/**
 * The kinds of named things a person makes, changes and deletes, each with what bundles and the API's
 * addresses call several of them; those that others refer to come first.
 */
export const PLURALS = {
  media: 'media',
  overlay: 'overlays',
  output: 'outputs',
  list: 'lists',
  routine: 'routines',
  queue: 'queues',
  handle: 'handles',
  reward: 'rewards',
  game: 'games',
  command: 'commands',
  timer: 'timers',
  'phrase-group': 'phrase-groups',
} as const;
export type ThingKind = keyof typeof PLURALS;
export const THING_KINDS = Object.keys(PLURALS) as readonly ThingKind[];

/** What a draft may be of: a thing, or the guard’s settings, of which there is one. */
export const DRAFT_KINDS = [...THING_KINDS, 'guard'] as const;
export type DraftKind = (typeof DRAFT_KINDS)[number];

/** What a blank may refer to. Webhooks stay on their channel, and go by their names there. */
export type ReferenceKind = ThingKind | 'webhook';

/** What one thing says of another: by id in a channel, by name in a bundle. */
export interface Reference {
  readonly to: ReferenceKind;
  readonly id: string;
}

/** What stands in place of what was referred to. */
export type Rename = (reference: Reference) => string;

/** What there is to know of a kind of thing, whatever it does. */
export interface ThingShape<Body> {
  readonly one: ThingKind;
  readonly many: (typeof PLURALS)[ThingKind];
  /** what a person wrote of it, without what else is kept */
  bodyOf(thing: Body): Body;
  /** by which people and bundles tell it from others of its kind */
  nameOf(body: Body): string;
  named(body: Body, name: string): Body;
  /** each once */
  referencesOf(body: Body): readonly Reference[];
  withReferences(body: Body, rename: Rename): Body;
  /** without what is this channel's own: its people */
  portable(body: Body): Body;
  /** what it looks like in a bundle, and how many may be in one */
  readonly schema: { readonly name: string; readonly most: number; readonly defs: Schemas };
  /** its texts with values, but for those of its steps; each is filled in by itself */
  textsOf(body: Body): readonly string[];
  /** its steps, where it has any */
  stepsOf?(body: Body): readonly object[];
}
