import type { Why } from '../chat/index.js';
import type { RankedChange } from '../currency/index.js';
import type { CommandChange, CommandWorld, ViewersView } from '../commands/index.js';
import type { GuardChange, GuardEffect, GuardView } from '../guard/index.js';
import type { Quiet } from '../quiet/index.js';
import type { HeardChange } from '../plays/index.js';
import type { TimerChange } from '../timers/index.js';
import type { AskEffect, SayEffect, Started } from '../routines/index.js';

/** Everything the stages look at. The server gives the channel as it is; rehearsal gives a copy. */
export interface World extends CommandWorld {
  /** the identity of the bot itself */
  readonly self: string;
  readonly quiet: Quiet;
  readonly guard: GuardView;
  readonly arrivals: {
    /** whether a viewer has written in this stream; always true while there is none */
    has(viewer: string): boolean;
    /** when they last arrived in a stream, this one or an earlier one; undefined for never, UTC milliseconds */
    last(viewer: string): number | undefined;
  };
  readonly viewers: ViewersView & {
    /** when a viewer wrote last, before the message looked at */
    lastWrote(viewer: string): number | undefined;
  };
}

/** A viewer wrote for the first time in this stream. */
export interface ArrivalChange {
  readonly kind: 'arrival';
  readonly viewer: string;
  readonly at: number;
}

export type Change = CommandChange | ArrivalChange | TimerChange | GuardChange | RankedChange | HeardChange;
/** Something to be done; what a run asked for names the run, which goes on with what came of it. */
export type Effect = SayEffect | GuardEffect | (AskEffect & { readonly run?: string });

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
