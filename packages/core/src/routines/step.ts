import type { Role } from '../chat/index.js';
import type { DrawOrder } from '../random/index.js';

/** Says one of its texts in chat. */
export interface SayStep {
  readonly kind: 'say';
  /** names the step within its routine, so that what is remembered of it survives moving it */
  readonly id: string;
  /** Liquid, at least one */
  readonly texts: readonly string[];
  /** how one of several texts is chosen */
  readonly order: DrawOrder;
}

export const COUNTER_CHANGES = ['add', 'set', 'typed'] as const;

/** Changes a counter. */
export interface CounterStep {
  readonly kind: 'counter';
  readonly id: string;
  readonly counter: string;
  /** typed: as the one who typed it says behind the command, `+1`, `-2` or `40`; with nothing typed it stays */
  readonly change: (typeof COUNTER_CHANGES)[number];
  readonly amount: number;
  /** whose use changes it; for all others the step does nothing */
  readonly lowestRole: Role;
}

export type Step = SayStep | CounterStep;

/** What is done, step by step. */
export interface Routine {
  readonly steps: readonly Step[];
}

export const STEPS_LIMIT = 100;
export const TEXTS_LIMIT = 50;
export const COUNTER_NAME_LIMIT = 30;
/** A counter goes up and down to this, well within what is counted exactly. */
export const COUNTER_LIMIT = 1_000_000_000;

/** A routine that says one text. */
export function sayOnly(text: string, id = 'say'): Routine {
  return { steps: [{ kind: 'say', id, texts: [text], order: 'random' }] };
}
