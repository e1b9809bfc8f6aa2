import type { ServerArea } from '../area/index.js';
import { Rewards1797073200000 } from './migration.js';
import { RewardsModule } from './rewards.module.js';
import { REWARD_ROWS } from './rows.js';
import { UnsureDeliveries1797084000000 } from './unsure-migration.js';

export const REWARDS_AREA: ServerArea = {
  module: RewardsModule,
  rows: REWARD_ROWS,
  migrations: [Rewards1797073200000, UnsureDeliveries1797084000000],
  demo: async () => (await import('./demo/index.js')).rewardsPart,
};
