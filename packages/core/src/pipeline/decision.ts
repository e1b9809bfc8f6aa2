import type { Why } from '../chat/index.js';
import type { CommandChange, CommandWorld } from '../commands/index.js';
import type { SayEffect } from '../routines/index.js';

/** Everything the stages look at. The server gives the channel as it is; rehearsal gives a copy. */
export interface World extends CommandWorld {
  /** the identity of the bot itself */
  readonly self: string;
}

export type Change = CommandChange;
export type Effect = SayEffect;

/** What one message comes to: what is to be written, what is then to be done, and why. */
export interface Decision {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly why: Why;
  /** the command that answered or refused, if any */
  readonly commandId: string | undefined;
}
