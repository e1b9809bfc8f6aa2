import { durationInWords } from '../text/index.js';

/** What may follow from a catch, the mildest first. `clear` takes out all a viewer wrote in some minutes. */
export const ACTIONS = ['record', 'warn', 'delete', 'clear', 'timeout', 'ban'] as const;
export type Action = (typeof ACTIONS)[number];

export interface Consequence {
  readonly action: Action;
  /** how long a timeout takes, or how far back clearing goes; 0 for all others */
  readonly seconds: number;
}

/** Seconds a timeout, and what is cleared, may be. */
export const TIMEOUT_LIMIT_S = 7 * 86_400;
export const CLEAR_LIMIT_S = 3_600;

/** Which of two is stricter: by what is done, then by how long. @returns below 0 when `a` is milder */
export function compareConsequences(a: Consequence, b: Consequence): number {
  return ACTIONS.indexOf(a.action) - ACTIONS.indexOf(b.action) || a.seconds - b.seconds;
}

/** The strictest of several; undefined of none. */
export function strictest(all: readonly Consequence[]): Consequence | undefined {
  return all.reduce<Consequence | undefined>(
    (worst, each) => (worst === undefined || compareConsequences(each, worst) > 0 ? each : worst),
    undefined,
  );
}

/** What is wrong with one, in words; undefined for a usable one. */
export function consequenceFault({ action, seconds }: Consequence): string | undefined {
  const most = { timeout: TIMEOUT_LIMIT_S, clear: CLEAR_LIMIT_S }[action as 'timeout' | 'clear'] as
    number | undefined;
  if (!ACTIONS.includes(action)) return 'There is no such consequence';
  if (most === undefined) return seconds === 0 ? undefined : 'Only timeouts and clearing take a time';
  return Number.isInteger(seconds) && seconds >= 1 && seconds <= most
    ? undefined
    : `Give 1 s to ${durationInWords(most * 1000)}`;
}

/** In words: `a timeout of 10 min`. */
export function consequenceInWords({ action, seconds }: Consequence): string {
  const span = durationInWords(seconds * 1000);
  const words: Readonly<Record<Action, string>> = {
    record: 'recorded only',
    warn: 'a warning',
    delete: 'the message is removed',
    clear: `what they wrote in the last ${span} is removed`,
    timeout: `a timeout of ${span}`,
    ban: 'a ban',
  };
  return words[action];
}
