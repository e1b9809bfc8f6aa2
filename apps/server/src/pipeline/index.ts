export type { BroadJob, Decided, Job } from './job.js';
export { LiveChannel } from './live-channel.js';
export { PipelineModule } from './pipeline.module.js';
export { PipelineService } from './pipeline.service.js';
