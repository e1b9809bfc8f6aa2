import { CAUSES, type Cause } from '@gully/core/currency';
import { answerOf, api, type Posting } from '../api/index.js';

/** Movements asked for at once. */
export const PAGE = 50;

export const CAUSE_WORDS: Readonly<Record<Cause, string>> = {
  payout: 'Payout',
  event: 'Event',
  command: 'Command',
  game: 'Game',
  wager: 'Wager',
  giveaway: 'Giveaway',
  queue: 'Queue',
  reward: 'Reward',
  gift: 'Gift',
  correction: 'By hand',
  import: 'Import',
  season: 'Season',
  merge: 'Merge',
  reversal: 'Reversal',
};
export const CAUSE_CHOICES = [
  { value: 'any', label: 'Any cause' },
  ...CAUSES.map((value) => ({ value, label: CAUSE_WORDS[value] })),
] as const;
export const SPANS = [
  { value: 'all', label: 'Any time', hours: undefined },
  { value: 'hour', label: 'in the last hour', hours: 1 },
  { value: 'day', label: 'in the last 24 hours', hours: 24 },
  { value: 'week', label: 'in the last 7 days', hours: 168 },
] as const;

/** Which movements are shown. */
export interface WantedPostings {
  readonly cause: Cause | 'any';
  /** what it is about, where one was chosen in a row */
  readonly reference: string | undefined;
  readonly span: (typeof SPANS)[number]['value'];
  readonly viewer: { readonly id: string; readonly name: string } | undefined;
}
export const ALL_POSTINGS: WantedPostings = {
  cause: 'any',
  reference: undefined,
  span: 'all',
  viewer: undefined,
};

export function queryOf({ cause, reference, span, viewer }: WantedPostings) {
  const hours = SPANS.find(({ value }) => value === span)?.hours;
  return {
    ...(cause === 'any' ? {} : { cause }),
    ...(reference === undefined ? {} : { reference }),
    ...(viewer === undefined ? {} : { viewer: viewer.id }),
    ...(hours === undefined ? {} : { since: new Date(Date.now() - hours * 3_600_000).toISOString() }),
  };
}

export function askPostings(wanted: WantedPostings, before: string | undefined): Promise<Posting[]> {
  const query = {
    ...queryOf(wanted),
    limit: PAGE,
    ...(before === undefined ? {} : { before: Number(before) }),
  };
  return answerOf(api.GET('/api/ledger', { params: { query } }));
}
