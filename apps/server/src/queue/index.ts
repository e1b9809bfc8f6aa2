export { QueueClock } from './due.js';
export { QueueModule } from './queue.module.js';
