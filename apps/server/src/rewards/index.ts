export { Rewards1797073200000 } from './migration.js';
export { UnsureDeliveries1797084000000 } from './unsure-migration.js';
export { RewardsModule } from './rewards.module.js';
export type { RedemptionAct, RedemptionDto } from './views.js';
export { REWARD_ROWS } from './rows.js';
