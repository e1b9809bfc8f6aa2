import { NO_REWARDS, type Redemption, type RewardsView, type RewardTerms } from '@gully/core/rewards';

/** Where a preview has sold some of what is edited. */
const SOLD = 3;

/** A purchase as previews have it: of the reward that is edited, or of one whose name stands for any. */
export function sampleRewards(
  id: string,
  terms: RewardTerms | undefined,
  viewer: { readonly id: string; readonly name: string },
): RewardsView {
  if (terms === undefined) return NO_REWARDS;
  const reward = { id, terms };
  const redemption: Redemption = {
    id,
    reward: id,
    title: terms.name,
    gives: terms.gives,
    viewer: viewer.id,
    name: viewer.name,
    price: terms.gives === 'bench' ? (terms.bench.lengths[0]?.price ?? 0) : terms.cost.base,
    paidBy: 'currency',
    state: 'bought',
    at: 0,
    since: 0,
    answers: terms.asks.map(({ name, type, private: isPrivate, required }) => ({
      name,
      type,
      private: isPrivate,
      required,
      text: isPrivate ? null : `‹${name}›`,
      given: !isPrivate,
    })),
    target: { viewer: 'target', name: 'quillrush', seconds: terms.bench.lengths[0]?.seconds ?? 60 },
    note: '',
  };
  return {
    ...NO_REWARDS,
    all: () => [reward],
    find: () => reward,
    sales: () => ({ count: () => SOLD, last: () => undefined }),
    open: () => redemption,
    bot: () => 'gully',
  };
}
