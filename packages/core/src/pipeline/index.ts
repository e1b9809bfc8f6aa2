export type { Decision } from './decision.js';
export { decideAfterGuard, decideLine, STAGES, type Stage } from './stages.js';
