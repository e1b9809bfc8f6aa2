export type { ArrivalChange, Change, Decision, Effect, World } from './decision.js';
export { decideAfterGuard, decideLine, STAGES, type Stage } from './stages.js';
export { emptyWorld } from './empty-world.js';
export { EFFECTS, outcomeInWords } from './effects.js';
export { changeInWords, channelLayers, SLICES } from './slices.js';
