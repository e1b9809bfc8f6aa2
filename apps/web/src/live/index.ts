export { loadLines, loadOlder, useLines } from './lines.js';
export { startNews, useOnline } from './news.js';
export { activityQuery, channelQuery, commandsQuery, connectionQuery, queryClient } from './queries.js';
