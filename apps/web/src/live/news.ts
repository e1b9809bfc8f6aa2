import type { News, NewsKind, NewsOf, NumberedNews, ResumePoint, Welcome } from '@gully/core/news';
import type { DataTag, QueryKey } from '@tanstack/react-query';
import { createStore, runningTasks } from '../ui/index.js';
import { gathered } from './gathered.js';
import { addLine, loadLines, markRemoved } from './lines.js';
import {
  ACTIVITY_KEPT,
  activityQuery,
  channelQuery,
  connectionQuery,
  queryClient,
  settingsQuery,
  streamQuery,
} from './queries.js';

/** Milliseconds between two showings while much happens. */
const TOGETHER_MS = 500;

let resume: ResumePoint | undefined;
const online = createStore(true);

/** What is done about each kind of news. */
export type NewsHandlers = { readonly [K in NewsKind]?: (about: NewsOf[K]) => void };
type Handler = (about: never) => void;

/** What news come over. */
export interface NewsSource {
  on(event: 'welcome', take: (welcome: Welcome) => void): unknown;
  on(event: 'news', take: (news: NumberedNews) => void): unknown;
  on(event: 'disconnect' | 'connect_error', take: () => void): unknown;
}

/** Follows the server’s news. After a break it asks for what it missed, by number; when that is gone, for everything. */
export async function startNews(areas: readonly NewsHandlers[]): Promise<void> {
  // What is shown first does not wait for it.
  const { io } = await import('socket.io-client');
  follow(
    io({
      path: '/live',
      transports: ['websocket'],
      auth: (send) => {
        send({ ...resume });
      },
    }),
    areas,
  );
}

/** Takes what comes over a connection to the server. @param areas what each area makes of it */
export function follow(socket: NewsSource, areas: readonly NewsHandlers[]): void {
  const take = (news: News): void => {
    for (const handlers of [PAGE_NEWS, ...areas])
      (handlers[news.kind] as Handler | undefined)?.(news.about as never);
  };
  socket.on('welcome', (welcome: Welcome) => {
    // Those that still run are told again in a moment.
    runningTasks.set([]);
    if (welcome.missed !== null) welcome.missed.forEach(take);
    else askForEverything();
    resume = { run: welcome.run, last: welcome.last };
    online.set(true);
  });
  socket.on('news', (news: NumberedNews) => {
    // What comes before the welcome is in it; what is not above the last was taken already.
    if (resume === undefined || news.number <= resume.last) return;
    resume = { ...resume, last: news.number };
    take(news);
  });
  socket.on('disconnect', () => {
    online.set(false);
  });
  socket.on('connect_error', () => {
    online.set(false);
  });
}

/** What the page itself shows changes by; what areas show, their manifests say. */
export const PAGE_NEWS: NewsHandlers = {
  line: (line) => {
    addLine({ ...line });
  },
  connection: (state) => {
    showNews(connectionQuery, () => ({ ...state, capabilities: [...state.capabilities] }));
    askAgain(channelQuery.queryKey);
  },
  activity: gathered(TOGETHER_MS, (entries) => {
    showNews(activityQuery, (before) => {
      const newest = entries.map((entry) => ({ ...entry })).reverse();
      const known = new Set(newest.map(({ id }) => id));
      return [...newest, ...before.filter(({ id }) => !known.has(id))].slice(0, ACTIVITY_KEPT);
    });
  }),
  stream: (state) => {
    showNews(streamQuery, () => ({ ...state }));
  },
  removed: ({ ids }) => {
    markRemoved(ids);
  },
  setting: () => {
    askAgain(settingsQuery.queryKey);
    askAgain(['setting']);
  },
  erased: () => {
    askForEverything();
  },
  tasks: ({ running }) => {
    runningTasks.set(running);
  },
};

/**
 * Has something asked for again. An answer that is still on its way may be of before the
 * news: a first one would be taken as it comes, so it is waited for no longer.
 */
export function askAgain(queryKey: QueryKey): void {
  void queryClient
    .cancelQueries({ queryKey }, { silent: true })
    .then(() => queryClient.invalidateQueries({ queryKey }));
}

/**
 * Puts news into what is shown. An answer still on its way may be of before the news and
 * would take its place, so it is asked for again instead.
 */
export function showNews<T>(
  query: { readonly queryKey: DataTag<QueryKey, T, Error> },
  change: (before: T) => T,
): void {
  if (queryClient.isFetching({ queryKey: query.queryKey }) > 0) askAgain(query.queryKey);
  else
    queryClient.setQueryData<T>(query.queryKey, (before) =>
      before === undefined ? undefined : change(before),
    );
}

/** The same for what comes often: once for many, after some milliseconds. */
export function askSoon(ms: number, ...queryKeys: readonly QueryKey[]): () => void {
  let due: number | undefined;
  return () => {
    due ??= window.setTimeout(() => {
      due = undefined;
      for (const queryKey of queryKeys) askAgain(queryKey);
    }, ms);
  };
}

function askForEverything(): void {
  void queryClient.invalidateQueries();
  void loadLines();
}

/** False while the server does not answer. */
export function useOnline(): boolean {
  return online.use();
}
