/** The pause before the first new try, and the longest pause, in milliseconds. */
export const FIRST_PAUSE_MS = 1_000;
export const LONGEST_PAUSE_MS = 60_000;

/**
 * The pause before a new try to connect: it doubles with each failed try up to a minute,
 * and a random half of it is left out so that many clients do not return at once
 * ("equal jitter", AWS Architecture Blog, Exponential Backoff And Jitter, 2015).
 *
 * @param failures tries that have failed in a row, from 0
 * @param chance a number in [0, 1)
 */
export function reconnectPause(failures: number, chance: number): number {
  const full = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.min(failures, 30));
  return Math.round(full / 2 + (full / 2) * chance);
}
