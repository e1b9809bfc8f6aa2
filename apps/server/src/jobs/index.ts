export { JobQueue, type Job } from './job-queue.js';
