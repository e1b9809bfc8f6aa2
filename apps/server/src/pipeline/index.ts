export { Happenings, type Job } from './happenings.js';
export { PipelineModule } from './pipeline.module.js';
export { PipelineService } from './pipeline.service.js';
export { Timing } from './timing.js';
export { ChannelWorld, SELF } from './world.js';
