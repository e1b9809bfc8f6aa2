export { RewardsModule } from './rewards.module.js';
export type { RedemptionAct, RedemptionDto } from './views.js';
