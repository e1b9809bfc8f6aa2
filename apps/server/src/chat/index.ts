export { ChatLog } from './chat-log.js';
export { ChatModule } from './chat.module.js';
export { ConnectionService, type Heard } from './connection.js';
export { Outbox } from './outbox.js';
export { PageQuery, WhyDto } from './views.js';
