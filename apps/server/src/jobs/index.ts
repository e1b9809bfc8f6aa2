export { JobQueue, type QueuedJob } from './job-queue.js';
