import { queryOptions } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';

/** Who plays, is called and waits, in every queue. */
export const standingQueuesQuery = queryOptions({
  queryKey: ['queue', 'standing'],
  queryFn: () => answerOf(api.GET('/api/queues/standing')),
});
export const viewerInQueuesQuery = (viewer: string) =>
  queryOptions({
    queryKey: ['queue', 'viewer', viewer],
    queryFn: () => answerOf(api.GET('/api/queue-history/viewers/{id}', { params: { path: { id: viewer } } })),
  });

/** What of the history is looked at; empty for all. */
export interface WantedHistory {
  readonly queue: string;
  readonly stream: string;
  /** a viewer's id */
  readonly viewer: string;
}

const queryOf = ({ queue, stream, viewer }: WantedHistory) => ({
  ...(viewer === '' ? {} : { viewer }),
  ...(queue === '' ? {} : { queue }),
  ...(stream === '' ? {} : { stream }),
});

export const summaryQuery = (wanted: WantedHistory) =>
  queryOptions({
    queryKey: ['queue', 'summary', wanted],
    queryFn: () => answerOf(api.GET('/api/queue-history/summary', { params: { query: queryOf(wanted) } })),
  });
export const queuedStreamsQuery = queryOptions({
  queryKey: ['queue', 'streams'],
  queryFn: () => answerOf(api.GET('/api/queue-history/streams')),
});

/** Rows of a page of the history. */
export const PAGE = 100;
export const askHistory = (wanted: WantedHistory, before: string | undefined) =>
  answerOf(
    api.GET('/api/queue-history', {
      params: { query: { ...queryOf(wanted), limit: PAGE, ...(before === undefined ? {} : { before }) } },
    }),
  );

/** Where the same is as a file. */
export function historyFile(wanted: WantedHistory): string {
  return `/api/queue-history/csv?${new URLSearchParams(queryOf(wanted)).toString()}`;
}
