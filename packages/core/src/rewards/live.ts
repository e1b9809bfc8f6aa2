import type { LiveArea } from '../area/index.js';
import { settleByRun } from './settling.js';
import { REDEMPTION } from './slices.js';
import type { RewardsTypes } from './types.js';
import { followRedemption } from './following.js';
import { REWARD_VALUES } from './reference.js';
import { redeemedWith, rewardOf, rewardValues } from './values.js';
import { NO_REWARDS } from './view.js';

export const REWARDS_LIVE: LiveArea<RewardsTypes> = {
  empty: { rewards: NO_REWARDS },
  slices: { redemption: REDEMPTION },
  values: REWARD_VALUES,
  fill: {
    reward: (about) =>
      rewardValues(about.world, {
        reward: rewardOf(about),
        redemption: about.world.rewards.open(about.occasion.redemption?.id ?? ''),
        viewer: about.occasion.viewer,
        roles: about.occasion.roles,
        at: about.at,
        commandFor: (reward) => redeemedWith(reward, about.world),
      }),
  },
  whenRunEnds: settleByRun,
  about: ['redemption'],
  followUps: { redemption: followRedemption },
};
