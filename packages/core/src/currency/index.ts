export { COST_SCHEMA, PRICE_SCHEMA } from './schema.js';
export { amountInWords, figure, minorUnits, readAmount, type AmountResult } from './amount.js';
export { costFor, FREE, type Cost } from './cost.js';
export {
  decideEventPay,
  decidePayout,
  followKey,
  underCap,
  type PaidEvent,
  type PayoutMoment,
  type PresentViewer,
} from './paying.js';
export { eventHundredths, payoutHundredths, withCarry, type Payee } from './payout.js';
export {
  CAUSES,
  EARNING,
  earnsOf,
  escrowAccount,
  hold,
  HOUSE_ACCOUNTS,
  isHouse,
  move,
  post,
  release,
  reverse,
  shareOut,
  split,
  viewerAccount,
  viewerOfAccount,
  type Account,
  type Balances,
  type Cause,
  type Earns,
  type Entry,
  type PostingOccasion as PostingOccasion,
  type PostedChange,
  type PostingResult,
  type Reversal,
} from './posting.js';
export {
  amountOfCurrency,
  balancesOf,
  earnsNothing,
  isRegular,
  NO_PURSE,
  NOTHING_HELD,
  holderStandingOf,
  type Holding,
  type PurseView,
  type HolderStanding,
} from './purse.js';
export {
  NO_RANKS,
  nextRank,
  rankFaults,
  RANKED_BY,
  ranksOf,
  thresholds,
  type Rank,
  type RankedBy,
  type RankedChange,
  type Ranks,
} from './ranks.js';
export {
  AMOUNT_MOST,
  CAP_MOST,
  currencyFaults,
  FACTOR_LEAST,
  FACTOR_MOST,
  NO_BONUS,
  NO_CURRENCY,
  readCurrency,
  type Bonus,
  type CurrencySettings,
} from './settings.js';
export { refundOf, type Paid } from './refund.js';
export { decideGift, feeOf } from './sharing.js';
export { holdingsAfter, POSTED, RANKED } from './slices.js';
export { hourWorth, minutesFor, WATCHER_NAMES, WATCHERS, type HourWorth, type Watcher } from './worth.js';
export {
  awarded,
  BOARDS,
  NO_SEASON,
  placesOf,
  seasonFaults,
  type Award,
  type Board,
  type Placed,
  type SeasonPlan,
} from './season.js';
export {
  forecastCirculation,
  spreadOf,
  type Forecast,
  type Mix,
  type PastStream,
  type Spread,
} from './economy.js';
