import type { CommandBody } from '../commands/index.js';
import type { GameBody } from '../games/index.js';
import type { PhraseGroupBody } from '../guard/index.js';
import type { ListBody } from '../lists/index.js';
import type { MediaBody } from '../media/index.js';
import type { OutputBody } from '../outputs/index.js';
import type { OverlayBody } from '../overlays/index.js';
import type { NamedRoutineBody } from '../routines/index.js';
import type { RewardBody } from '../rewards/index.js';
import type { HandleBody, QueueBody } from '../queue/index.js';
import type { TimerBody } from '../timers/index.js';

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

/**
 * What another channel can take in. Things refer to one another by name; of the channel
 * itself (viewers, what is remembered, secrets, counts) nothing is in it.
 */
export interface Bundle {
  readonly format: typeof BUNDLE_FORMAT;
  readonly version: typeof BUNDLE_VERSION;
  readonly title: string;
  readonly author: string;
  readonly note: string;
  readonly questions: readonly Question[];
  readonly commands: readonly CommandBody[];
  readonly routines: readonly NamedRoutineBody[];
  readonly lists: readonly ListBody[];
  /** what one runs is named: a routine by its name, a command by what is typed without its prefix */
  readonly timers: readonly TimerBody[];
  readonly queues: readonly QueueBody[];
  /** of games, without anybody's own */
  readonly handles: readonly HandleBody[];
  readonly rewards: readonly RewardBody[];
  readonly games: readonly GameBody[];
  readonly 'phrase-groups': readonly PhraseGroupBody[];
  readonly media: readonly MediaBody[];
  readonly overlays: readonly OverlayBody[];
  readonly outputs: readonly OutputBody[];
  /** the content of media files in base64, by `file` */
  readonly files: Readonly<Record<string, string>>;
}

export const ITEM_KINDS = [
  'commands',
  'routines',
  'lists',
  'timers',
  'queues',
  'rewards',
  'games',
  'handles',
  'phrase-groups',
  'media',
  'overlays',
  'outputs',
] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];
/** What a bundle carries where it carries nothing. */
export const NO_ITEMS = Object.fromEntries(ITEM_KINDS.map((kind) => [kind, []])) as unknown as Pick<
  Bundle,
  ItemKind
>;
