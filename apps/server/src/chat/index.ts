export { ChatLog, eventRow, OWN, spokenRow } from './chat-log.js';
export { insertLines, staleHours } from './lines-of-viewers.js';
export { ChatModule } from './chat.module.js';
export { CONNECTION, ConnectionService, type Heard } from './connection.js';
export type { Present } from './room.js';
export { Outbox } from './outbox.js';
export { CheckDto, LineDto, PageQuery, WhyDto } from './views.js';
export * from './rows.js';
