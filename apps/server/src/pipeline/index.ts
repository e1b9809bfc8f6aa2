export { PipelineModule } from './pipeline.module.js';
export { PipelineService } from './pipeline.service.js';
export { channelName, channelWorld, SELF } from './world.js';
