import { DEFAULT_PREFIX } from '@gully/core/commands';
import { QueryClient, queryOptions, useQuery } from '@tanstack/react-query';
import { answerOf, api, Problem } from '../api/index.js';

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      // News keeps what is shown current; a reload by time would only move things under the pointer.
      staleTime: Infinity,
      refetchOnWindowFocus: false,
      retry: (count, error) =>
        count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});

/** A query that answers with a list. */
export interface ThingQuery {
  readonly queryKey: readonly unknown[];
  // Each query knows its own answer; what counts and finds takes them as lists.
  // oxlint-disable-next-line typescript/no-explicit-any
  readonly queryFn?: any;
}

export const quietQuery = queryOptions({
  queryKey: ['quiet'],
  queryFn: () => answerOf(api.GET('/api/quiet')),
});
export const channelQuery = queryOptions({
  queryKey: ['channel'],
  queryFn: () => answerOf(api.GET('/api/channel')),
});
export const connectionQuery = queryOptions({
  queryKey: ['connection'],
  queryFn: () => answerOf(api.GET('/api/connection')),
});

export const streamQuery = queryOptions({
  queryKey: ['stream'],
  queryFn: () => answerOf(api.GET('/api/stream')),
});
export const countersQuery = queryOptions({
  queryKey: ['counters'],
  queryFn: () => answerOf(api.GET('/api/counters')),
});
/** Where timers stand; what passes since is told by when it was asked. */
export const standingQuery = queryOptions({
  queryKey: ['timers-standing'],
  queryFn: () => answerOf(api.GET('/api/timers/standing')),
});
export const rateQuery = queryOptions({
  queryKey: ['timers-rate'],
  queryFn: () => answerOf(api.GET('/api/timers/rate')),
});
export const breathingQuery = queryOptions({
  queryKey: ['breathing-room'],
  queryFn: () => answerOf(api.GET('/api/timers/breathing-room')),
});
export const rememberedQuery = queryOptions({
  queryKey: ['remembered'],
  queryFn: () => answerOf(api.GET('/api/remembered')),
});
export const webhooksQuery = queryOptions({
  queryKey: ['webhooks'],
  queryFn: () => answerOf(api.GET('/api/webhooks')),
});
export const goingQuery = queryOptions({
  queryKey: ['runs', 'going'],
  queryFn: () => answerOf(api.GET('/api/runs/going')),
});
/** Whether what happens is stored. Asked for now and then: a disk that fails may be too full for news of it. */
export const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: () => answerOf(api.GET('/api/health')),
  staleTime: 0,
  refetchInterval: 10_000,
});
export const settingsQuery = queryOptions({
  queryKey: ['settings'],
  queryFn: () => answerOf(api.GET('/api/settings')),
});

/** What stands before a command's name. */
export function usePrefix(): string {
  return useQuery(channelQuery).data?.prefix ?? DEFAULT_PREFIX;
}

/** Entries of activity a page keeps. */
export const ACTIVITY_KEPT = 200;
export const activityQuery = queryOptions({
  queryKey: ['activity'],
  // With every entry all others move on by one; comparing them costs more than it saves.
  structuralSharing: false,
  queryFn: () => answerOf(api.GET('/api/activity', { params: { query: { limit: ACTIVITY_KEPT } } })),
});
