export { rewardFaults } from './check.js';
export { deliver, failedDelivery, sayOf, type Delivering, type Delivery } from './delivering.js';
export { mostPerStream, outlookOf, type Outlook, type OutlookOf, type Sold } from './outlook.js';
export { BLANK_REWARD, prepareReward, rewardBody, type PreparedReward, type RewardBody } from './reward.js';
export { commandFor, REWARD_STARTERS, type RewardStarter } from './starters.js';
export { REWARD_THING } from './thing.js';
