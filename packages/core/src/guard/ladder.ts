import { consequenceFault, type Consequence } from './consequence.js';

/** What the first, second, third… catch within a time leads to; the last step holds for all after it. */
export interface Ladder {
  readonly steps: readonly Consequence[];
  /** seconds after which a strike no longer counts */
  readonly expires: number;
}

/** A catch that counts against a viewer. Times are UTC milliseconds. */
export interface Strike {
  /** of the catch */
  readonly id: string;
  readonly at: number;
}

export const STEPS_LIMIT = 10;
/** Seconds a strike may count: 90 days. */
export const EXPIRES_LIMIT_S = 90 * 86_400;

export const USUAL_LADDER: Ladder = {
  steps: [
    { action: 'delete', seconds: 0 },
    { action: 'timeout', seconds: 60 },
    { action: 'timeout', seconds: 600 },
    { action: 'ban', seconds: 0 },
  ],
  expires: 86_400,
};

/** Strikes that still count. */
export function standing(strikes: readonly Strike[], { expires }: Ladder, now: number): Strike[] {
  return strikes.filter(({ at }) => now - at < expires * 1000);
}

/**
 * What a further catch leads to.
 *
 * @param strikes those before it
 * @param skipTo the step a filter goes to at least, from 1; 0 for as it comes
 * @returns the step, from 1, and what it is
 */
export function climb(
  ladder: Ladder,
  strikes: readonly Strike[],
  now: number,
  skipTo = 0,
): { readonly step: number; readonly consequence: Consequence } {
  const next = standing(strikes, ladder, now).length + 1;
  const step = Math.min(ladder.steps.length, Math.max(next, skipTo));
  return { step, consequence: ladder.steps[step - 1] ?? { action: 'record', seconds: 0 } };
}

/** What is wrong with a ladder, by place: `steps.1`, `expires`. */
export function ladderFaults({ steps, expires }: Ladder): Readonly<Record<string, string>> {
  const faults: Record<string, string> = {};
  if (steps.length === 0) faults.steps = 'Give at least one step';
  if (steps.length > STEPS_LIMIT) faults.steps = `At most ${String(STEPS_LIMIT)} steps`;
  for (const [at, step] of steps.entries()) {
    const fault = consequenceFault(step);
    if (fault !== undefined) faults[`steps.${String(at)}`] = fault;
  }
  if (!(Number.isInteger(expires) && expires >= 1 && expires <= EXPIRES_LIMIT_S))
    faults.expires = 'Give 1 s to 90 days';
  return faults;
}
