import type { Step } from '../channel/index.js';
import { BLANK_TERMS, type RewardTerms } from './terms.js';
import type { Reward } from './view.js';
import { prepareRoutine, routineOf, type PreparedRoutine, type Routine } from '../routines/index.js';

/** What a person makes of a reward. */
export interface RewardBody extends RewardTerms {
  /** begun with each purchase, whatever else it gives */
  readonly routine: Routine;
}

export const BLANK_REWARD: RewardBody = { ...BLANK_TERMS, routine: routineOf([]) };

/** What a person wrote of a reward, without what Gully keeps beside it. */
export function rewardBody(reward: RewardBody): RewardBody {
  const { name, description, picture, enabled, cost, stock, cooldown, viewerCooldown, lowestRole } = reward;
  const { rank, when, asks, gives, list, warnAt, share, bench, keepDays, says, routine } = reward;
  return {
    name,
    description,
    picture,
    enabled,
    cost,
    stock,
    cooldown,
    viewerCooldown,
    lowestRole,
    rank,
    when,
    asks,
    gives,
    list,
    warnAt,
    share,
    bench,
    keepDays,
    says,
    routine,
  };
}

/** A reward with the routine a purchase begins: what is said of it first, then its own steps. */
export interface PreparedReward extends Reward {
  readonly routine: PreparedRoutine;
}

export function prepareReward(id: string, body: RewardBody): PreparedReward {
  const said: Step[] =
    body.says.bought.trim() === ''
      ? []
      : [{ kind: 'say', id: 'bought', texts: [body.says.bought], order: 'random' }];
  const routine = { ...body.routine, steps: [...said, ...body.routine.steps] };
  return { id, terms: body, routine: prepareRoutine(id, body.name, routine) };
}
