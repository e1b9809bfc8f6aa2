import { type RunEnding } from '@gully/core/news';
import type { RefusalReason } from '@gully/core/chat';
import { answerOf, api, type Run } from '../api/index.js';

/** Runs asked for at once. */
export const PAGE = 100;

export const SPANS = [
  { value: 'all', label: 'Any time', hours: undefined },
  { value: 'hour', label: 'in the last hour', hours: 1 },
  { value: 'day', label: 'in the last 24 hours', hours: 24 },
  { value: 'week', label: 'in the last 7 days', hours: 168 },
] as const;

/** Which of what ran or was refused is shown. */
export interface WantedRuns {
  readonly search: string;
  readonly ended: RunEnding | 'any';
  /** of what was refused */
  readonly reason: RefusalReason | 'any';
  readonly span: (typeof SPANS)[number]['value'];
}

export const ALL_RUNS: WantedRuns = { search: '', ended: 'any', reason: 'any', span: 'all' };

export const REASON_WORDS: Readonly<Record<RefusalReason, string>> = {
  off: 'switched off',
  when: 'not at this time',
  who: 'not for them',
  inputs: 'wrong inputs',
  cooldown: 'cooling down',
  rank: 'rank too low',
  cost: 'could not pay',
  running: 'already running',
  quiet: 'quiet is on',
  other: 'something else',
};

export function queryOf({ search, ended, reason, span }: WantedRuns) {
  const hours = SPANS.find(({ value }) => value === span)?.hours;
  return {
    ...(search === '' ? {} : { search }),
    ...(ended === 'any' ? {} : { ended }),
    ...(ended !== 'refused' || reason === 'any' ? {} : { reason }),
    ...(hours === undefined ? {} : { since: new Date(Date.now() - hours * 3_600_000).toISOString() }),
  };
}

export function askRuns(wanted: WantedRuns, before: string | undefined): Promise<Run[]> {
  const query = { ...queryOf(wanted), limit: PAGE, ...(before === undefined ? {} : { before }) };
  return answerOf(api.GET('/api/runs', { params: { query } }));
}
