export { ViewersModule } from './viewers.module.js';
export { ViewersService, type Seen } from './viewers.service.js';
export { factsOf, newViewer } from './viewer-row.js';
export { ViewerParts, type Joined } from './viewer-parts.js';
export { WatchTime } from './watch-time.js';
export * from './rows.js';
export { actorsInWords } from './actors.js';
export { ERASED } from './erasing.js';
export { ViewerChanges } from './viewer-changes.js';
