import type { EndedRunOf, RunEnding } from '../area/index.js';
import type { PostedChange } from '../currency/index.js';
import { shownBy } from '../stage/index.js';
import { happens, type RedemptionChange } from './redemption.js';
import { returns } from './returning.js';
import type { RewardsTypes } from './types.js';
import type { RedeemWorld } from './view.js';

/** How what a purchase started has ended. */
interface Ended {
  /** undefined where it went well */
  readonly failed: string | undefined;
  /** UTC milliseconds */
  readonly at: number;
}

type Changes = readonly (RedemptionChange | PostedChange)[];

/**
 * What happens to a purchase once all it started is over: it is done, or waits to be handed over; what
 * failed is given back. A line the buyer has seen stays theirs.
 *
 * @returns no change for a purchase that is finished already
 */
export function settle(
  { rewards, purse }: Pick<RedeemWorld, 'rewards' | 'purse'>,
  id: string,
  { failed, at }: Ended,
): Changes {
  const redemption = rewards.open(id);
  if (redemption?.state !== 'bought') return [];
  const by = 'gully';
  if (failed !== undefined) return returns(purse, redemption, { by, at, note: failed, lineBack: false });
  const state = redemption.gives === 'hand-over' ? 'waiting' : 'done';
  return [happens('delivered', { ...redemption, state }, { by, at })];
}

/**
 * Settles the purchase a run carried out, once that has ended: it is done, to be handed over, or given
 * back where a step of it failed. What was to be shown and waits for its turn is settled after that.
 */
export function settleByRun(
  run: EndedRunOf<RewardsTypes>,
): RunEnding<RedemptionChange | PostedChange> | undefined {
  const { redemption } = run.occasion;
  if (redemption === undefined) return undefined;
  const notShown = run.how === 'done' ? whyNotShown(run) : undefined;
  if (notShown === 'waits') {
    const rule = 'Not shown yet';
    return {
      changes: [],
      lines: [],
      notes: [{ rule, measure: 'the purchase is done once it is', outcome: 'noted' }],
    };
  }
  const failed = run.how === 'failed' || run.how === 'limited' ? run.words : notShown;
  const changes = settle(run.world, redemption.id, { failed, at: run.at });
  const isTold = failed !== undefined && changes.length > 0;
  const told = isTold ? (run.world.rewards.find(redemption.reward)?.terms.says.returned ?? '') : '';
  return { changes, lines: told === '' ? [] : run.lines(told), notes: [] };
}

/** `waits` for its turn, or why no one sees what was bought; undefined where it is or was shown. */
function whyNotShown({ id, world, changes, notShown }: EndedRunOf<RewardsTypes>): string | undefined {
  if (notShown === undefined) return undefined;
  return notShown ?? shownBy(id, world.stages, changes);
}
