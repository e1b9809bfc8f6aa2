import type { News, NumberedNews, ResumePoint, Welcome } from '@gully/core/news';
import type { DataTag, QueryKey } from '@tanstack/react-query';
import { createStore } from '../ui/index.js';
import { addLine, loadLines, markRemoved } from './lines.js';
import {
  ACTIVITY_KEPT,
  activityQuery,
  breathingQuery,
  channelQuery,
  commandsQuery,
  connectionQuery,
  countersQuery,
  listsQuery,
  queryClient,
  rememberedQuery,
  routinesQuery,
  settingsQuery,
  standingQuery,
  streamQuery,
  timersQuery,
  webhooksQuery,
} from './queries.js';

/** Milliseconds between two looks at the commands' counts while chat uses them. */
const COUNTS_EVERY = 2_000;
/** The same between two looks at what runs. */
const RUNS_EVERY = 500;

let resume: ResumePoint | undefined;
const online = createStore(true);
let countsDue: number | undefined;
let runsDue: number | undefined;

/** What news come over. */
export interface NewsSource {
  on(event: 'welcome', take: (welcome: Welcome) => void): unknown;
  on(event: 'news', take: (news: NumberedNews) => void): unknown;
  on(event: 'disconnect' | 'connect_error', take: () => void): unknown;
}

/** Follows the server’s news. After a break it asks for what it missed, by number; when that is gone, for everything. */
export async function startNews(): Promise<void> {
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
  );
}

/** Takes what comes over a connection to the server. */
export function follow(socket: NewsSource): void {
  socket.on('welcome', (welcome: Welcome) => {
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

function take(news: News): void {
  switch (news.kind) {
    case 'line':
      addLine({ ...news.about });
      if (news.about.outcome === 'ran' && !news.about.own) countSoon();
      break;
    case 'connection':
      showNews(connectionQuery, () => ({ ...news.about, capabilities: [...news.about.capabilities] }));
      askAgain(channelQuery.queryKey);
      break;
    case 'activity':
      showNews(activityQuery, (before) => {
        const others = before.filter(({ id }) => id !== news.about.id);
        return [{ ...news.about }, ...others].slice(0, ACTIVITY_KEPT);
      });
      break;
    case 'command':
    case 'commands':
      askAgain(commandsQuery.queryKey);
      break;
    case 'stream':
      showNews(streamQuery, () => ({ ...news.about }));
      break;
    case 'counter':
      askAgain(countersQuery.queryKey);
      break;
    case 'routine':
      askAgain(routinesQuery.queryKey);
      break;
    case 'timer':
      askAgain(timersQuery.queryKey);
      askAgain(standingQuery.queryKey);
      break;
    case 'timers':
      askAgain(standingQuery.queryKey);
      break;
    case 'list':
      askAgain(listsQuery.queryKey);
      break;
    case 'webhook':
      askAgain(webhooksQuery.queryKey);
      break;
    case 'delivery':
      askAgain(['deliveries']);
      break;
    case 'run':
      runsSoon();
      break;
    case 'removed':
      markRemoved(news.about.ids);
      break;
    case 'setting':
      askAgain(settingsQuery.queryKey);
      if (news.about.key === 'breathing-room') askAgain(breathingQuery.queryKey);
      if (news.about.key === 'prefix') askAgain(channelQuery.queryKey);
      break;
    case 'erased':
      askForEverything();
      break;
  }
}

/**
 * Has something asked for again. An answer that is still on its way may be of before the
 * news: a first one would be taken as it comes, so it is waited for no longer.
 */
function askAgain(queryKey: QueryKey): void {
  void queryClient
    .cancelQueries({ queryKey }, { silent: true })
    .then(() => queryClient.invalidateQueries({ queryKey }));
}

/**
 * Puts news into what is shown. An answer still on its way may be of before the news and
 * would take its place, so it is asked for again instead.
 */
function showNews<T>(
  query: { readonly queryKey: DataTag<QueryKey, T, Error> },
  change: (before: T) => T,
): void {
  if (queryClient.isFetching({ queryKey: query.queryKey }) > 0) askAgain(query.queryKey);
  else
    queryClient.setQueryData<T>(query.queryKey, (before) =>
      before === undefined ? undefined : change(before),
    );
}

function countSoon(): void {
  countsDue ??= window.setTimeout(() => {
    countsDue = undefined;
    askAgain(commandsQuery.queryKey);
  }, COUNTS_EVERY);
}

/** Runs come as often as messages; what shows them is asked for again once for many. */
function runsSoon(): void {
  runsDue ??= window.setTimeout(() => {
    runsDue = undefined;
    askAgain(['runs']);
    askAgain(rememberedQuery.queryKey);
  }, RUNS_EVERY);
}

function askForEverything(): void {
  void queryClient.invalidateQueries();
  void loadLines();
}

/** False while the server does not answer. */
export function useOnline(): boolean {
  return online.use();
}
