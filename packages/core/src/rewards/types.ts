import type { CommandsDoing } from '../area/index.js';
import type { PostedChange } from '../currency/index.js';
import type { StageWorld } from '../stage/index.js';
import type { RedemptionChange } from './redemption.js';
import type { RedeemStep } from './steps.js';
import type { RedeemWorld, RewardsView } from './view.js';

export interface RewardsTypes {
  readonly view: { readonly rewards: RewardsView };
  readonly looksAt: RedeemWorld & StageWorld & { readonly commands: CommandsDoing };
  readonly change: RedemptionChange;
  readonly makes: PostedChange;
  readonly step: RedeemStep;
  readonly event: 'redeemed';
  readonly about: {
    /** the purchase it carries out, by ids; its end says what happens to that */
    readonly redemption: { readonly id: string; readonly reward: string };
  };
}
