export type { Decision } from './decision.js';
export { decideAfterGuard, decideLine, STAGES, type PipelineStage } from './stages.js';
