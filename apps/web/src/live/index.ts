export { loadLines, loadOlder, useLines } from './lines.js';
export { askAgain, askSoon, PAGE_NEWS, showNews, startNews, useOnline, type NewsHandlers } from './news.js';
export {
  activityQuery,
  breathingQuery,
  channelQuery,
  commandsQuery,
  connectionQuery,
  countersQuery,
  goingQuery,
  healthQuery,
  listsQuery,
  queryClient,
  rememberedQuery,
  routinesQuery,
  rateQuery,
  settingsQuery,
  standingQuery,
  streamQuery,
  timersQuery,
  usePrefix,
  webhooksQuery,
  type ThingQuery,
} from './queries.js';
