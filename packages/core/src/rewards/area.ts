import type { Area } from '../area/index.js';
import { REWARD_STEPS } from './steps.js';
import type { RewardsTypes } from './types.js';

export const REWARDS_AREA: Area<RewardsTypes> = {
  steps: REWARD_STEPS,
  events: {
    redeemed: {
      name: 'someone buys a reward',
      noun: 'a redeemed reward',
      did: ({ message, recipient }) => `redeems ${message}${recipient === '' ? '' : ` for ${recipient}`}`,
      counts: 'paid for it',
      asksWho: true,
      namesIt: true,
    },
  },
};
