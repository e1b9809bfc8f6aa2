export { knownLines, loadLines, loadOlder, useLines } from './lines.js';
export { askAgain, askSoon, PAGE_NEWS, showNews, startNews, useOnline, type NewsHandlers } from './news.js';
export {
  activityQuery,
  breathingQuery,
  channelQuery,
  connectionQuery,
  countersQuery,
  goingQuery,
  healthQuery,
  queryClient,
  rememberedQuery,
  quietQuery,
  rateQuery,
  settingsQuery,
  standingQuery,
  streamQuery,
  usePrefix,
  webhooksQuery,
  type ThingQuery,
} from './queries.js';
export { thingsQuery } from './things.js';
