import type { TimerChange } from './due.js';
import type { TimerStep } from './steps.js';

export interface TimersView {
  /** those that are due next, in words; asked only when a text wants them */
  inWords(): string;
  /** by id; undefined when there is no such timer */
  nameOf(id: string): string | undefined;
}

/** Holds a timer, resumes it or fires it. */
export interface TimerAsk {
  readonly kind: 'timer';
  readonly does: TimerStep['does'];
  /** its id; empty where it is told by name alone */
  readonly timer: string;
  readonly name: string;
}

export interface TimersTypes {
  readonly view: { readonly timers: TimersView };
  readonly change: TimerChange;
  readonly step: TimerStep;
  readonly ask: TimerAsk;
}
