export {
  ASK_TYPES,
  BLANK_TERMS,
  GIVES,
  REWARD_MESSAGES,
  REWARD_LIMITS,
  type Ask,
  type Bench,
  type BenchLength,
  type Gives,
  type RewardMessage,
  type RewardTerms,
  type Stock,
} from './terms.js';
export {
  happens,
  OPEN_STATES,
  PAID_BY,
  REDEMPTION_ACTS,
  REDEMPTION_STATES,
  withoutPrivate,
  type Answer,
  type PaidBy,
  type Redemption,
  type RedemptionChange,
  type RedemptionState,
} from './redemption.js';
export { isAnswered, nextPrivate, SKIP, takeAnswer } from './answers.js';
export { buy, priceFor, priceKey } from './buying.js';
export { rewardTyped } from './naming.js';
export { returns } from './returning.js';
export { settle } from './settling.js';
export { REDEMPTION } from './slices.js';
export { leftOf, linesLeft, nextLine } from './stock.js';
export { rewardValues } from './values.js';
export {
  countedFrom,
  NO_REWARDS,
  NO_SALES,
  type AskedOfRewards,
  type Purchase,
  type RedeemWorld,
  type Reward,
  type RewardsView,
  type Sales,
  type Wish,
} from './view.js';
export { rewardFaults } from './check.js';
export { deliver, failedDelivery, sayOf } from './delivering.js';
export { delivering, handingOver, keeping } from './following.js';
export type { Delivering, Delivery } from './types.js';
export { mostPerStream, outlookOf, type Outlook, type OutlookOf, type Sold } from './outlook.js';
export { BLANK_REWARD, prepareReward, rewardBody, type PreparedReward, type RewardBody } from './reward.js';
export { commandFor, REWARD_STARTERS, type RewardStarter } from './starters.js';
export { REWARD_THING } from './thing.js';
