export { loadLines, loadOlder, useLines } from './lines.js';
export { startNews, useOnline } from './news.js';
export {
  activityQuery,
  channelQuery,
  commandsQuery,
  connectionQuery,
  countersQuery,
  queryClient,
  settingsQuery,
  streamQuery,
  usePrefix,
} from './queries.js';
