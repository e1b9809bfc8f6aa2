import type { Board, SeasonPlan } from '@gully/core/currency';
import { queryOptions } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';

export const BOARD_CHOICES: readonly { readonly value: Board; readonly label: string }[] = [
  { value: 'balance', label: 'by balance' },
  { value: 'earned', label: 'by what was earned' },
  { value: 'watch', label: 'by watch time' },
  { value: 'messages', label: 'by messages' },
  { value: 'wins', label: 'by games won' },
];
export const SPANS = [
  { value: 'now', label: 'all time' },
  { value: 'season', label: 'this season' },
] as const;
export type Span = (typeof SPANS)[number]['value'];

export interface SeasonsNow {
  readonly value: SeasonPlan;
  readonly version: number;
  readonly seasons: readonly SeasonView[];
}
export interface SeasonView {
  readonly id: string;
  readonly name: string;
  readonly startedAt: string;
  readonly endedAt: string | null;
}

export const seasonsQuery = queryOptions({
  queryKey: ['seasons'],
  queryFn: async () => (await answerOf(api.GET('/api/seasons'))) as SeasonsNow,
});
export const leaderboardQuery = (by: Board, span: Span) =>
  queryOptions({
    queryKey: ['ledger', 'leaderboard', by, span],
    queryFn: () =>
      answerOf(api.GET('/api/seasons/leaderboard', { params: { query: { by, span, limit: 25 } } })),
  });
