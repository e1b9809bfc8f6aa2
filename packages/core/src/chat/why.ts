/**
 * The explanation kept for a message: every rule that was looked at, in order, and the
 * one that decided, last. Written in words once, here in core, so that the dock, the
 * rehearsal and the log all tell the same.
 */
export interface Check {
  readonly rule: string;
  /** what was measured against the rule, with its figure: `12 s left` */
  readonly measure: string;
  readonly outcome: 'passed' | 'stopped' | 'noted';
}

/** ran: something happened; stopped: a rule refused it; waiting: a cooldown did; nothing: no rule applied. */
export type Outcome = 'ran' | 'stopped' | 'waiting' | 'nothing';

export interface Why {
  readonly outcome: Outcome;
  /** in a few words, for the line itself: `cooling down, 12 s left` */
  readonly brief: string;
  readonly checks: readonly Check[];
  /** one sentence: what decided, and what came of it */
  readonly decided: string;
}
