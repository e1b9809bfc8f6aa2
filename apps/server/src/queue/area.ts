import type { ServerArea } from '../area/index.js';
import { Queues1797051600000 } from './migration.js';
import { QueueModule } from './queue.module.js';
import { QUEUE_ROWS } from './rows.js';

export const QUEUE_AREA: ServerArea = {
  module: QueueModule,
  rows: QUEUE_ROWS,
  migrations: [Queues1797051600000],
  demo: async () => (await import('./demo/index.js')).queuePart,
};
