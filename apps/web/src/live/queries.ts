import { QueryClient, queryOptions } from '@tanstack/react-query';
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

export const channelQuery = queryOptions({
  queryKey: ['channel'],
  queryFn: () => answerOf(api.GET('/api/channel')),
});
export const connectionQuery = queryOptions({
  queryKey: ['connection'],
  queryFn: () => answerOf(api.GET('/api/connection')),
});
export const commandsQuery = queryOptions({
  queryKey: ['commands'],
  queryFn: () => answerOf(api.GET('/api/commands')),
});

/** Entries of activity a page keeps. */
export const ACTIVITY_KEPT = 200;
export const activityQuery = queryOptions({
  queryKey: ['activity'],
  queryFn: () => answerOf(api.GET('/api/activity', { params: { query: { limit: ACTIVITY_KEPT } } })),
});
