export { loadLines, loadOlder, useLines } from './lines.js';
export { startNews, useOnline } from './news.js';
export {
  activityQuery,
  channelQuery,
  commandsQuery,
  connectionQuery,
  countersQuery,
  goingQuery,
  listsQuery,
  queryClient,
  rememberedQuery,
  routinesQuery,
  settingsQuery,
  streamQuery,
  usePrefix,
  webhooksQuery,
} from './queries.js';
