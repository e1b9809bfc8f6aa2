import type { MayFail, Span, StepBase } from '../area/index.js';
import type { Step } from '../channel/index.js';
import type { Role } from '../chat/index.js';
import type { DrawOrder } from '../random/index.js';
import type { Conditions } from './conditions.js';

interface Speaks extends StepBase {
  /** Liquid, at least one */
  readonly texts: readonly string[];
  /** how one of several texts is chosen */
  readonly order: DrawOrder;
}

/** Says one of its texts in chat. */
export interface SayStep extends Speaks {
  readonly kind: 'say';
}
/** Answers the message that started the routine, as a thread where the platform has them. */
export interface ReplyStep extends Speaks {
  readonly kind: 'reply';
}
/** Says it to the viewer alone. */
export interface TellStep extends Speaks {
  readonly kind: 'tell';
}

export interface WaitStep extends StepBase {
  readonly kind: 'wait';
  /** 1 to 300 */
  readonly seconds: number;
}

export interface RememberStep extends StepBase {
  readonly kind: 'remember';
  readonly name: string;
  /** Liquid */
  readonly text: string;
  readonly span: Span;
}
export interface ForgetStep extends StepBase {
  readonly kind: 'forget';
  readonly name: string;
  readonly span: Span;
}

export const COUNTER_CHANGES = ['add', 'set', 'typed'] as const;
/** Changes a counter. */
export interface CounterStep extends StepBase {
  readonly kind: 'counter';
  readonly counter: string;
  /** typed: as the one who typed it types after the command, `+1`, `-2` or `40`; with nothing typed it stays */
  readonly change: (typeof COUNTER_CHANGES)[number];
  readonly amount: number;
  /** whose use changes it; for all others the step does nothing */
  readonly lowestRole: Role;
}

export interface IfStep extends StepBase {
  readonly kind: 'if';
  readonly conditions: Conditions;
  readonly then: readonly Step[];
  readonly otherwise: readonly Step[];
}

export interface Branch {
  readonly id: string;
  /** how likely, beside the others; at least 1 */
  readonly weight: number;
  readonly steps: readonly Step[];
}
export interface PickStep extends StepBase {
  readonly kind: 'pick';
  readonly branches: readonly Branch[];
}

/** Runs another routine, with the same occasion. */
export interface RunStep extends StepBase, MayFail {
  readonly kind: 'run';
  /** the routine's id */
  readonly routine: string;
}
export interface StopStep extends StepBase {
  readonly kind: 'stop';
}

/** The steps that belong to no feature: they speak, remember and decide. */
export type OwnStep =
  | SayStep
  | ReplyStep
  | TellStep
  | RememberStep
  | ForgetStep
  | CounterStep
  | IfStep
  | PickStep
  | WaitStep
  | RunStep
  | StopStep;

export const WHILE_RUNNING = ['beside', 'turn', 'skip'] as const;
export const AFTER_RESTART = ['go-on', 'end'] as const;

/** What is done, step by step. */
export interface Routine {
  readonly steps: readonly Step[];
  /** what becomes of a start while it runs: beside it, in turn behind it, or not at all */
  readonly whileRunning: (typeof WHILE_RUNNING)[number];
  /** what becomes of it when Gully starts over while it waits */
  readonly afterRestart: (typeof AFTER_RESTART)[number];
}

/** Steps a routine may have, and a run may take. */
export const STEPS_LIMIT = 100;
export const TEXTS_LIMIT = 50;
export const NAME_LIMIT = 30;
/** A counter goes up and down to this, well within what is counted exactly. */
export const COUNTER_LIMIT = 1_000_000_000;
/** Seconds a run may wait in all. */
export const WAIT_LIMIT = 300;
/** Messages a run may say. */
export const MESSAGES_LIMIT = 10;
/** Routines within routines. */
export const DEPTH_LIMIT = 8;
/** Starts that wait for their turn behind a running one. */
export const TURNS_LIMIT = 50;
export const BRANCHES_LIMIT = 20;
export const REMEMBERED_LIMIT = 400;

/** A routine of these steps, with everything else as for a new one. */
export function routineOf(steps: readonly Step[]): Routine {
  return { steps, whileRunning: 'beside', afterRestart: 'go-on' };
}

/** A routine that says one text. */
export function sayOnly(text: string, id = 'say'): Routine {
  return routineOf([{ kind: 'say', id, texts: [text], order: 'random' }]);
}
