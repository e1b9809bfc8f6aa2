/**
 * The explanation kept for a message: every rule that was looked at, in order, and the
 * one that decided, last. Written in words once, here in core, so that the dock, the
 * rehearsal and the log all tell the same.
 */
export interface Check {
  readonly rule: string;
  /** what was measured against the rule, with its figure: `12 s left` */
  readonly measure: string;
  /** warned: noted, and to be put right */
  readonly outcome: 'passed' | 'stopped' | 'noted' | 'warned';
  /** of one that stopped something: what kind of reason that is */
  readonly reason?: RefusalReason;
}

/** What kind of reason stopped something, as told by the check that did. */
export function reasonOf(checks: readonly Check[]): RefusalReason {
  return checks.findLast(({ outcome }) => outcome === 'stopped')?.reason ?? 'other';
}

export const OUTCOMES = [
  /** something happened */
  'ran',
  /** it did, and something in it is to be put right */
  'warned',
  /** it did, and came to no good end */
  'failed',
  /** a rule refused it */
  'stopped',
  /** a cooldown did */
  'waiting',
  /** it was taken out of chat */
  'removed',
  /** it was tried, and no rule applied */
  'nothing',
  /** people talking among themselves */
  'talk',
] as const;
export type LineOutcome = (typeof OUTCOMES)[number];

/** Whether something was started, however it ended. */
export function hasRun(outcome: LineOutcome): boolean {
  return outcome === 'ran' || outcome === 'warned' || outcome === 'failed';
}

export const REFUSAL_REASONS = [
  'off',
  'when',
  'who',
  'inputs',
  'cooldown',
  'rank',
  'cost',
  /** it runs already, or too many starts of it wait their turn */
  'running',
  'quiet',
  'other',
] as const;
/** What refused something, as it can be looked for. */
export type RefusalReason = (typeof REFUSAL_REASONS)[number];

export interface Why {
  readonly outcome: LineOutcome;
  /** in a few words, for the line itself: `cooling down, 12 s left` */
  readonly brief: string;
  readonly checks: readonly Check[];
  /** one sentence: what decided, and what came of it */
  readonly decided: string;
  /** the command it is about, by id */
  readonly command?: string;
  /** what that command is called, where it refused */
  readonly title?: string;
  /** which of that command's gates refused, by name */
  readonly gate?: string;
  /** what refused it */
  readonly reason?: RefusalReason;
  /** the runs it began that were not over with it, by id; what became of each is kept with the run */
  readonly runs?: string[];
}

/**
 * What a line's own few words are once a run that it began is over. A line that came to no
 * good end by one run keeps that, however its others end.
 *
 * @param title what ran
 */
export function onceEnded(
  { outcome, brief }: Pick<Why, 'outcome' | 'brief'>,
  title: string,
  ended: { readonly how: 'done' | 'stopped' | 'failed' | 'limited' | 'refused'; readonly words: string },
): Pick<Why, 'outcome' | 'brief'> {
  if (outcome === 'failed') return { outcome, brief };
  if (ended.how === 'done') return { outcome, brief: `ran ${title}` };
  const why = ended.words === '' ? '' : `: ${ended.words}`;
  if (ended.how === 'stopped') return { outcome, brief: `ran ${title}, stopped${why}` };
  return { outcome: 'failed', brief: `ran ${title}, ended${why}` };
}
