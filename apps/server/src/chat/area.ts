import type { ServerArea } from '../area/index.js';
import { ChatModule } from './chat.module.js';
import { HandledMessages1797080400000 } from './migration.js';
import { CHAT_ROWS } from './rows.js';

export const CHAT_AREA: ServerArea = {
  module: ChatModule,
  rows: CHAT_ROWS,
  migrations: [HandledMessages1797080400000],
};
