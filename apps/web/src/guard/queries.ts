import type { GuardSettings } from '@gully/core/guard';
import { queryOptions } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';

export interface GuardNow {
  readonly value: GuardSettings;
  /** 0 while nobody began one */
  readonly version: number;
  /** why it only records; null when it acts */
  readonly powerless: string | null;
  readonly filters: readonly FilterTitle[];
}
export interface FilterTitle {
  readonly name: keyof GuardSettings['filters'];
  readonly title: string;
}

export const guardQuery = queryOptions({
  queryKey: ['guard', 'settings'],
  queryFn: async () => (await answerOf(api.GET('/api/guard'))) as unknown as GuardNow,
});
export const countsQuery = queryOptions({
  queryKey: ['guard', 'counts'],
  queryFn: () => answerOf(api.GET('/api/guard/counts')),
});
/** Catches a panel shows. */
export const PANEL_CATCHES = 30;
export const newestCatchesQuery = queryOptions({
  queryKey: ['guard', 'catches', 'newest'],
  queryFn: () => answerOf(api.GET('/api/guard/catches', { params: { query: { limit: PANEL_CATCHES } } })),
});
export const gracesQuery = queryOptions({
  queryKey: ['guard', 'graces'],
  queryFn: () => answerOf(api.GET('/api/guard/graces')),
});
export const streamsQuery = queryOptions({
  queryKey: ['guard', 'streams'],
  queryFn: () => answerOf(api.GET('/api/guard/streams')),
});
export const wordListsQuery = queryOptions({
  queryKey: ['guard', 'word-lists'],
  queryFn: () => answerOf(api.GET('/api/phrase-groups/word-lists')),
});
export const standingOfQuery = (viewer: string) =>
  queryOptions({
    queryKey: ['guard', 'viewer', viewer],
    queryFn: () => answerOf(api.GET('/api/guard/viewers/{id}', { params: { path: { id: viewer } } })),
  });

/** Whether any filter is on. */
export function isOn({ filters }: GuardSettings): boolean {
  return Object.values(filters).some(({ enabled }) => enabled);
}
