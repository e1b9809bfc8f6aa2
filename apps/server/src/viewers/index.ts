export { ViewersModule } from './viewers.module.js';
export { ViewersService, type Seen } from './viewers.service.js';
export { factsOf, newViewer } from './viewer-row.js';
export { WatchTime } from './watch-time.js';
export * from './rows.js';
export { ViewerChanges } from './viewer-changes.js';
