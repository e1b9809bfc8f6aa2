export { Happenings } from './happenings.js';
export { markTaken, wasTaken, type OutsideEvent, type Receipt } from './outside-events.js';
export { PipelineModule } from './pipeline.module.js';
export { PipelineService } from './pipeline.service.js';
export { Timing } from './timing.js';
export { ChannelWorld, SELF } from './world.js';
