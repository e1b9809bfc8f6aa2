export { ChatLog, spokenRow } from './chat-log.js';
export { ChatModule } from './chat.module.js';
export { CONNECTION, ConnectionService, type Heard } from './connection.js';
export type { Present } from './room.js';
export { Outbox } from './outbox.js';
export { CheckDto, LineDto, PageQuery, WhyDto } from './views.js';
export * from './rows.js';
