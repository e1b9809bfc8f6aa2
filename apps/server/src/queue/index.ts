export { Queues1797051600000 } from './migration.js';
export { QueueClock } from './due.js';
export { QueueModule } from './queue.module.js';
export { QUEUE_ROWS } from './rows.js';
