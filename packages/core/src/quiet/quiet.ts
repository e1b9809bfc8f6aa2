/** How much of the bot is kept quiet; each on its own. */
export const QUIET_LEVELS = [
  /** commands answer the streamer and moderators only */
  'moderators',
  /** no timer fires */
  'timers',
  /** nothing is started: no command, no event, no timer */
  'all',
] as const;
export type QuietLevel = (typeof QUIET_LEVELS)[number];

/** Whether the bot is kept quiet, as it was last asked for. */
export interface Quiet {
  readonly level: QuietLevel | 'off';
  /** UTC milliseconds; null until it is lifted */
  readonly until: number | null;
}
export const NOT_QUIET: Quiet = { level: 'off', until: null };

/** What is kept quiet at a moment, or undefined. @param at UTC milliseconds */
export function quietAt({ level, until }: Quiet, at: number): QuietLevel | undefined {
  if (level === 'off' || (until !== null && at >= until)) return undefined;
  return level;
}

/** Whether timers are held at a moment. @param at UTC milliseconds */
export function holdsTimers(quiet: Quiet, at: number): boolean {
  const level = quietAt(quiet, at);
  return level === 'timers' || level === 'all';
}

const WORDS: Readonly<Record<QuietLevel, string>> = {
  moderators: 'only moderators are answered',
  timers: 'all timers are held',
  all: 'the bot says nothing',
};

export function quietInWords(level: QuietLevel): string {
  return WORDS[level];
}
