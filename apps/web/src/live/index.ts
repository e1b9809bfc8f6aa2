export { loadLines, loadOlder, useLines } from './lines.js';
export { startNews, useOnline } from './news.js';
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
} from './queries.js';
