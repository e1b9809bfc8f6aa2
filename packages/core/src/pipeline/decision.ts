import type { Why } from '../chat/index.js';
import type { CommandChange, CommandWorld } from '../commands/index.js';
import type { TimerChange } from '../timers/index.js';
import type { EventKind, PreparedNamed, RoutineEffect, Started } from '../routines/index.js';

/** Everything the stages look at. The server gives the channel as it is; rehearsal gives a copy. */
export interface World extends CommandWorld {
  /** the identity of the bot itself */
  readonly self: string;
  /** routines that wait for an event of a kind, in the order of their names */
  routinesFor(kind: EventKind): readonly PreparedNamed[];
  /** whether a viewer has written in this stream; always true while there is none */
  hasArrived(viewer: string): boolean;
  /** when a viewer wrote last, before the message looked at */
  lastWrote(viewer: string): number | undefined;
}

/** A viewer wrote for the first time in this stream. */
export interface ArrivalChange {
  readonly kind: 'arrival';
  readonly viewer: string;
  readonly at: number;
}

export type Change = CommandChange | ArrivalChange | TimerChange;
export type Effect = RoutineEffect;

/** What one message comes to: what is to be written, what is then to be done, and why. */
export interface Decision {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly why: Why;
  /** routines that were begun, the command's last */
  readonly started: readonly Started[];
  /** the command that answered or refused, if any */
  readonly commandId: string | undefined;
}
