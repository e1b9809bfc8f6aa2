import type { PurseView } from '../currency/index.js';
import type { ViewersView } from '../viewers/index.js';
import type { StreamState } from '../stream/index.js';
import type { Consequence } from './consequence.js';
import type { Before } from './filter.js';
import type { Fragment } from './folding.js';
import type { PreparedGuard } from './judge.js';
import type { Strike } from './ladder.js';
import type { Overlap, Punishment, Silence } from './punishments.js';
import type { Forms, Reading } from './reading.js';
import type { FilterName } from './registry.js';

/** Where a viewer stands with the guard. */
export interface GuardStanding {
  /** catches that count against them, in the order they were made */
  readonly strikes: readonly Strike[];
  /** timeouts and bans that were not taken back, in the order they were given */
  readonly given: readonly Punishment[];
}

/** What the guard knows of a channel. Times are UTC milliseconds. */
export interface GuardView {
  readonly prepared: PreparedGuard;
  /** what was written before a message */
  before(reading: Reading): Before;
  /** the forms of a text that was written lately in the same words */
  formsOf(text: string): Forms | undefined;
  standingOf(viewer: string): GuardStanding;
  /** when someone was last told why their message was caught */
  toldAt(): number | undefined;
  /** why the guard can do nothing here and only records; undefined when it can */
  powerless(): string | undefined;
}

/** Until when viewers may post links. */
export interface GraceView {
  until(viewer: string): number | undefined;
}

/** What the guard’s decision looks at. */
export interface GuardWorld {
  readonly guard: GuardView;
  readonly grace: GraceView;
  readonly purse: PurseView;
  readonly viewers: ViewersView;
  readonly stream: StreamState;
  readonly timeZone: string;
}

/** A message that a filter caught, as it is kept. */
export interface Catch {
  /** of the message */
  readonly id: string;
  readonly at: number;
  readonly viewer: string;
  readonly name: string;
  readonly text: string;
  readonly filter: FilterName;
  /** what was measured, and beside it the limit */
  readonly measure: string;
  readonly allowed: string;
  readonly fragments: readonly Fragment[];
  readonly consequence: Consequence;
  /** of the ladder, from 1; 0 where it had no part in it */
  readonly step: number;
  /** it counts towards the next step */
  readonly strike: boolean;
  /** why nothing is done about it; undefined where it is */
  readonly spared: string | undefined;
  /** how long they may not write: null for good, undefined where they may */
  readonly until: number | null | undefined;
  /** how it was laid over a timeout that ran; undefined where it is none */
  readonly overlap: Overlap | undefined;
}

/** A message was looked at, and is remembered for a while beside those to come. Nothing of it is stored. */
export interface LookedChange {
  readonly kind: 'looked';
  readonly reading: Reading;
}

/** A filter caught a message. */
export interface CatchChange {
  readonly kind: 'moderated';
  readonly act: 'catch';
  readonly caught: Catch;
}

/** A catch was undone: its strike and its timeout or ban are as if they had never been. */
export interface UndoneChange {
  readonly kind: 'moderated';
  readonly act: 'undone';
  readonly id: string;
  readonly viewer: string;
  readonly at: number;
  readonly by: string;
}

/** Someone was told why their message was caught. */
export interface ToldChange {
  readonly kind: 'told';
  readonly at: number;
}

/** What people do to viewers: `lift` lets them write again; `bench` is a timeout someone bought. */
export const PERSON_ACTS = ['kick', 'timeout', 'ban', 'lift', 'bench'] as const;

/** Someone with moderator rights did something to a viewer. */
export interface PersonActChange {
  readonly kind: 'moderated';
  readonly act: 'person';
  readonly id: string;
  readonly at: number;
  readonly viewer: string;
  readonly name: string;
  /** who, by name */
  readonly by: string;
  readonly does: (typeof PERSON_ACTS)[number];
  /** of a timeout or a bench; 0 for all others */
  readonly seconds: number;
  readonly reason: string;
}

/** All that changes where a viewer stands; of one kind, since their order counts. */
export type ModeratedChange = CatchChange | UndoneChange | PersonActChange;

export type GuardChange = LookedChange | ModeratedChange | ToldChange;

/** Done in the room, as far as that is possible there. */
export type GuardEffect =
  | {
      /** takes a message out, or all a viewer wrote since then */
      readonly kind: 'redact';
      /** of the catch */
      readonly id: string;
      readonly viewer: string;
      readonly name: string;
      /** UTC milliseconds; undefined for the one message */
      readonly since: number | undefined;
      readonly reason: string;
    }
  | {
      readonly kind: 'silence';
      readonly by: Silence['by'];
      /** of the catch, or of what a person did */
      readonly id: string;
      readonly viewer: string;
      readonly name: string;
      /** UTC milliseconds; null for good */
      readonly until: number | null;
      readonly reason: string;
    }
  | { readonly kind: 'lift'; readonly id: string; readonly viewer: string; readonly name: string };
