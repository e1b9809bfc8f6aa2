export { openReward } from './open-reward.js';
export { REWARDS } from './manifest.js';
