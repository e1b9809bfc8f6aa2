/**
 * Time as timers count it: only while Gully runs. A restart, a suspended machine and a
 * clock that is set forward or back are no waiting, so nothing becomes due by them.
 */
export interface RunningClock {
  /** milliseconds it has run in all */
  readonly running: number;
  /** UTC milliseconds when it was last looked at */
  readonly at: number;
}

/** A longer pause between two looks is no running; looks are at most a quarter of it apart. */
export const LONGEST_PAUSE_MS = 60_000;

/** Looks at the clock. @param now UTC milliseconds */
export function tick({ running, at }: RunningClock, now: number): RunningClock {
  const passed = now - at;
  return { running: passed > 0 && passed <= LONGEST_PAUSE_MS ? running + passed : running, at: now };
}
