import type { ServerArea } from '../area/index.js';
import { MessagesModule } from './messages.module.js';

export const MESSAGES_AREA: ServerArea = {
  module: MessagesModule,
};
