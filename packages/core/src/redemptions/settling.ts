import type { PostedChange } from '../currency/index.js';
import { happens, type RedemptionChange } from './redemption.js';
import { returns } from './returning.js';
import type { RedeemWorld } from './view.js';

/** How what a purchase started has ended. */
interface Ended {
  /** undefined where it went well */
  readonly failed: string | undefined;
  /** UTC milliseconds */
  readonly at: number;
}

/**
 * What becomes of a purchase once all it started is over: it is done, or waits to be handed over; what
 * failed is given back. A line the buyer has seen stays theirs.
 *
 * @returns no change for a purchase that nothing is to come of any more
 */
export function settle(
  { rewards, purse }: Pick<RedeemWorld, 'rewards' | 'purse'>,
  id: string,
  { failed, at }: Ended,
): (RedemptionChange | PostedChange)[] {
  const redemption = rewards.open(id);
  if (redemption?.state !== 'bought') return [];
  const by = 'gully';
  if (failed !== undefined) return returns(purse, redemption, { by, at, note: failed, lineBack: false });
  const state = redemption.gives === 'hand-over' ? 'waiting' : 'done';
  return [happens('delivered', { ...redemption, state }, { by, at })];
}
