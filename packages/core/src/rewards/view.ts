import type { Actor } from '../actors/index.js';
import type { Role } from '../chat/index.js';
import type { PostedChange, PurseView } from '../currency/index.js';
import type { GuardView } from '../guard/index.js';
import type { ListsView } from '../lists/index.js';
import type { StreamState } from '../stream/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { Delivering, Delivery, DeliverWorld, Speaking } from './types.js';
import type { PaidBy, Redemption, RedemptionChange } from './redemption.js';
import type { RewardTerms } from './terms.js';

export interface Reward {
  readonly id: string;
  readonly terms: RewardTerms;
}

/** Sales that were not returned. */
export interface Sales {
  /** @param since UTC milliseconds @param viewer theirs alone, by id */
  count(since: number, viewer?: string): number;
  /** when the last one was; undefined for never */
  last(viewer?: string): number | undefined;
}

/** From when on sales count as those of this stream; offline, of the last one. */
export function countedFrom({ stream }: Pick<RedeemWorld, 'stream'>): number {
  return stream.began;
}

export const NO_SALES: Sales = { count: () => 0, last: () => undefined };

/** Who wants a reward, and what they typed after it. */
export interface Wish {
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  readonly typed: string;
  readonly paidBy: PaidBy;
  /** of a cheer, tokens; of a tip, hundredths; of no account otherwise */
  readonly given: number;
}

/** Who asks for something, and when. */
export interface AskedOfRewards {
  readonly by: Actor;
  /** UTC milliseconds */
  readonly at: number;
  /** unlike that of anything else that is asked; asked twice it is one purchase */
  readonly mark: string;
}

/** What was bought, or why not, in words that follow a name. */
export type Purchase =
  | { readonly changes: readonly (RedemptionChange | PostedChange)[]; readonly redemption: Redemption }
  | { readonly fault: string };

/** The channel's rewards and what was bought of them. */
export interface RewardsView {
  /** in the order of their names */
  all(): readonly Reward[];
  find(id: string): Reward | undefined;
  sales(reward: string): Sales;
  /** a purchase something is still to come of, without what is private */
  open(id: string): Redemption | undefined;
  /** those of a viewer, the newest last */
  openOf(viewer: string): readonly Redemption[];
  /** whether a line of a list was handed out before, so that nobody else gets it */
  isGiven(list: string, text: string): boolean;
  /** someone who was ever here, by name */
  named(name: string): ViewerFacts | undefined;
  /** the name the bot goes by in the room */
  bot(): string;
  /** Decides a purchase. It is given by who gives the rewards, so that what only shows steps does without all of it. */
  readonly buy: (world: RedeemWorld, reward: Reward, wish: Wish, asked: AskedOfRewards) => Purchase;
  /** The reward someone names at the start of what they type, and the rest of that. Given like `buy`. */
  typed(
    rewards: Pick<RewardsView, 'all'>,
    text: string,
  ): { readonly reward: Reward; readonly rest: string } | { readonly fault: string };
  /** Carries out a purchase. Given like `buy`. */
  deliver(world: DeliverWorld, redemption: Redemption, about: Delivering): Delivery | undefined;
  /** One of a reward's messages, ready to be said; no lines where it has none. Given like `buy`. */
  says(world: DeliverWorld, redemption: Redemption, about: Speaking): readonly string[];
}

export const NO_REWARDS: RewardsView = {
  all: () => [],
  find: () => undefined,
  sales: () => NO_SALES,
  open: () => undefined,
  openOf: () => [],
  isGiven: () => false,
  named: () => undefined,
  bot: () => '',
  buy: () => ({ fault: 'there is no reward yet' }),
  typed: () => ({ fault: 'there is no reward yet' }),
  deliver: () => undefined,
  says: () => [],
};

/** What deciding about rewards looks at. */
export interface RedeemWorld {
  readonly rewards: RewardsView;
  readonly purse: PurseView;
  readonly lists: ListsView;
  readonly guard: GuardView;
  readonly stream: StreamState;
  readonly timeZone: string;
}
