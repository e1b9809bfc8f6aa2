import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import {
  BLANK_REWARD,
  prepareReward,
  REWARD_LIMITS,
  rewardFaults,
  type PreparedReward,
  type RewardBody,
} from '@gully/core/rewards';
import { ChannelWorld } from '../live/index.js';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { RewardRow } from './rows.js';
import { RewardBodyDto } from './views.js';

export type StoredReward = Bodied<'reward'>;

/** Makes, changes, removes and puts back rewards; what was bought of them is the store's. */
@Injectable()
export class RewardsService extends Things<'reward', StoredReward> {
  private readonly ready = new Map<string, PreparedReward>();
  private known: readonly PreparedReward[] | undefined;

  constructor(parts: ThingParts, world: ChannelWorld) {
    const hasRank = (id: string): boolean => world.now().purse.ranks.ranks.some((rank) => rank.id === id);
    super(parts, {
      ...bodied('reward', parts, RewardRow, BLANK_REWARD),
      most: REWARD_LIMITS.rewards,
      bodyShape: RewardBodyDto,
      faultsOf: (reward, { others, about }) =>
        rewardFaults(reward, others(), { ...about, ...(about.has === undefined ? {} : { hasRank }) }),
      inForce: withDraft,
    });
    this.subscribe((rewards) => {
      for (const reward of rewards) {
        const { id, deletedAt } = reward;
        if (deletedAt === null) this.ready.set(id, prepareReward(id, this.bodyOf(reward)));
        else this.ready.delete(id);
      }
      this.known = undefined;
    });
  }

  /** All rewards with their routines ready, in the order of their names. */
  prepared(): readonly PreparedReward[] {
    this.known ??= this.all().flatMap(({ id }) => this.ready.get(id) ?? []);
    return this.known;
  }

  preparedOf(id: string): PreparedReward | undefined {
    return this.ready.get(id);
  }
}

function withDraft(world: World, id: string, body: RewardBody): World {
  const { rewards } = world;
  const drafted = prepareReward(id, body);
  return {
    ...world,
    rewards: {
      ...rewards,
      find: (asked) => (asked === id ? drafted : rewards.find(asked)),
      all: () => [...rewards.all().filter((each) => each.id !== id), drafted],
    },
  };
}
