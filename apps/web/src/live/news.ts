import type { News, NumberedNews, ResumePoint, Welcome } from '@gully/core/news';
import type { DataTag, QueryKey } from '@tanstack/react-query';
import { io } from 'socket.io-client';
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

/** Follows the server’s news. After a break it asks for what it missed, by number; when that is gone, for everything. */
export function startNews(): void {
  const socket = io({
    path: '/live',
    transports: ['websocket'],
    auth: (send) => {
      send({ ...resume });
    },
  });
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
      void queryClient.invalidateQueries(channelQuery);
      break;
    case 'activity':
      showNews(activityQuery, (before) => {
        const others = before.filter(({ id }) => id !== news.about.id);
        return [{ ...news.about }, ...others].slice(0, ACTIVITY_KEPT);
      });
      break;
    case 'command':
    case 'commands':
      void queryClient.invalidateQueries(commandsQuery);
      break;
    case 'stream':
      showNews(streamQuery, () => ({ ...news.about }));
      break;
    case 'counter':
      void queryClient.invalidateQueries(countersQuery);
      break;
    case 'routine':
      void queryClient.invalidateQueries(routinesQuery);
      break;
    case 'timer':
      void queryClient.invalidateQueries(timersQuery);
      void queryClient.invalidateQueries(standingQuery);
      break;
    case 'timers':
      void queryClient.invalidateQueries(standingQuery);
      break;
    case 'list':
      void queryClient.invalidateQueries(listsQuery);
      break;
    case 'webhook':
      void queryClient.invalidateQueries(webhooksQuery);
      break;
    case 'delivery':
      void queryClient.invalidateQueries({ queryKey: ['deliveries'] });
      break;
    case 'run':
      runsSoon();
      break;
    case 'removed':
      markRemoved(news.about.ids);
      break;
    case 'setting':
      void queryClient.invalidateQueries(settingsQuery);
      if (news.about.key === 'breathing-room') void queryClient.invalidateQueries(breathingQuery);
      if (news.about.key === 'prefix') void queryClient.invalidateQueries(channelQuery);
      break;
    case 'erased':
      askForEverything();
      break;
  }
}

/**
 * Puts news into what is shown. An answer still on its way may be of before the news and
 * would take its place, so it is asked for again instead.
 */
function showNews<T>(
  query: { readonly queryKey: DataTag<QueryKey, T, Error> },
  change: (before: T) => T,
): void {
  if (queryClient.isFetching({ queryKey: query.queryKey }) > 0)
    void queryClient.invalidateQueries({ queryKey: query.queryKey });
  else
    queryClient.setQueryData<T>(query.queryKey, (before) =>
      before === undefined ? undefined : change(before),
    );
}

function countSoon(): void {
  countsDue ??= window.setTimeout(() => {
    countsDue = undefined;
    void queryClient.invalidateQueries(commandsQuery);
  }, COUNTS_EVERY);
}

/** Runs come as often as messages; what shows them is asked for again once for many. */
function runsSoon(): void {
  runsDue ??= window.setTimeout(() => {
    runsDue = undefined;
    void queryClient.invalidateQueries({ queryKey: ['runs'] });
    void queryClient.invalidateQueries(rememberedQuery);
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
