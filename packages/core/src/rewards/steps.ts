import { IF_FAILS, type MayFail, type StepBase, type StepKindOf, type StepRunOf } from '../area/index.js';
import type { RewardsTypes } from './types.js';
import { NAMED_REWARD, REWARD_WORD } from './words.js';
import type { Reward } from './view.js';

type Run = StepRunOf<RewardsTypes>;

/** The viewer who started it buys a reward. */
export interface RedeemStep extends StepBase, MayFail {
  readonly kind: 'redeem';
  /** its id, or `named` for the one `typed` begins with */
  readonly reward: string;
  /** Liquid that comes to the answers it asks for, after the reward's name where that is not set */
  readonly typed: string;
}

const redeem: StepKindOf<RewardsTypes, RedeemStep> = {
  kind: 'redeem',
  group: 'Do',
  verb: 'Redeem',
  means: 'the viewer who started it buys a reward',
  words: ['reward', 'buy', 'shop', 'spend', 'currency', 'points'],
  blanks: {
    reward: {
      as: 'reference',
      to: 'reward',
      label: 'Reward',
      otherwise: { value: NAMED_REWARD, words: 'the reward named first' },
    },
    typed: { as: 'text', label: 'What they typed', example: '{{ input.all }}', most: 500 },
    ifFails: IF_FAILS,
  },
  line: () => [
    { blank: 'reward' },
    'with what they typed:',
    { blank: 'typed' },
    'if it cannot be,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({
    kind: 'redeem',
    id,
    reward: NAMED_REWARD,
    typed: '{{ input.all }}',
    ifFails: 'stop',
  }),
  remembers: () => [REWARD_WORD],
  run({ reward: id, typed, ifFails }, run) {
    const stop = ifFails === 'stop';
    // It would go on for as long as there is something to pay with, and for ever where it is free.
    if (run.occasion.redemption !== undefined || run.occasion.event?.kind === 'redeemed')
      return { failed: 'one purchase does not make another', stop };
    const meant = rewardMeant(id, run.render(typed).text, run);
    if ('fault' in meant) return { failed: meant.fault, stop };
    const { world, occasion, at, mark } = run;
    const { viewer, roles } = occasion;
    run.remember('run', REWARD_WORD, meant.reward.terms.name);
    const wish = { viewer, roles, typed: meant.rest, paidBy: 'currency', given: 0 } as const;
    const by = viewer.roles.includes('streamer') ? 'streamer' : (`viewer:${viewer.id}` as const);
    const bought = world.rewards.buy(world, meant.reward, wish, { by, at, mark });
    if ('fault' in bought) return { failed: bought.fault, stop };
    for (const change of bought.changes) run.change(change);
    run.note(
      `${run.name}: bought ${meant.reward.terms.name}`,
      priceInWords(bought.redemption.price),
      'passed',
    );
    return undefined;
  },
};

function rewardMeant(
  id: string,
  typed: string,
  { world }: Run,
): { readonly reward: Reward; readonly rest: string } | { readonly fault: string } {
  if (id === NAMED_REWARD) return world.rewards.typed(world.rewards, typed);
  const reward = world.rewards.find(id);
  return reward === undefined ? { fault: 'that reward was deleted' } : { reward, rest: typed };
}

const priceInWords = (price: number): string => (price === 0 ? 'free' : price.toLocaleString('en'));

export const REWARD_STEPS = { redeem };
