import type { CommandsDoing, FollowDecided } from '../area/index.js';
import type { GuardEffect, PersonActChange } from '../guard/index.js';
import type { PostedChange } from '../currency/index.js';
import type { StageWorld } from '../stage/index.js';
import type { ViewerFacts, ViewersView } from '../viewers/index.js';
import type { RedemptionChange } from './redemption.js';
import type { RewardMessage } from './terms.js';
import type { RedeemStep } from './steps.js';
import type { RedeemWorld, RewardsView } from './view.js';

type Looked = RedeemWorld &
  StageWorld & {
    readonly commands: CommandsDoing;
    readonly viewers: Pick<ViewersView, 'known'>;
  };

/** Who a purchase is carried out for, when, and who is present. */
export interface Delivering {
  /** the buyer */
  readonly viewer: ViewerFacts;
  /** UTC milliseconds */
  readonly at: number;
  /** the viewers it may be split between */
  readonly present: readonly ViewerFacts[];
}

/** What carrying out a purchase comes to. */
export type Delivery = FollowDecided<RedemptionChange | PostedChange | PersonActChange, GuardEffect>;

/** Which of a reward's messages is said, and who hears it. */
export interface Speaking extends Omit<Delivering, 'present'> {
  readonly message: RewardMessage;
  /** what is handed over */
  readonly line?: string;
}

/** What carrying out purchases looks at. */
export type DeliverWorld = Looked & { readonly rewards: RewardsView };

export interface RewardsTypes {
  readonly view: { readonly rewards: RewardsView };
  readonly looksAt: Looked;
  readonly change: RedemptionChange;
  readonly makes: PostedChange | PersonActChange;
  readonly causes: GuardEffect;
  readonly step: RedeemStep;
  readonly event: 'redeemed';
  readonly about: {
    /** the purchase it carries out, by ids; its end says what happens to that */
    readonly redemption: { readonly id: string; readonly reward: string };
  };
}
