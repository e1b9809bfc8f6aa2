import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import { REWARD_LIMITS } from '@gully/core/rewards';
import {
  BLANK_REWARD,
  prepareReward,
  rewardFaults,
  type PreparedReward,
  type RewardBody,
} from '@gully/core/rewards';
import type { Faults, Surroundings } from '@gully/core/routines';
import { ChannelWorld } from '../live/index.js';
import { BodyThings, ThingParts, type Bodied } from '../things/index.js';
import { RewardRow } from './rows.js';
import { RewardBodyDto } from './views.js';

export type StoredReward = Bodied<'reward'>;

/** Makes, changes, removes and puts back rewards; what was bought of them is the store's. */
@Injectable()
export class RewardsService extends BodyThings<'reward'> {
  protected readonly most = REWARD_LIMITS.rewards;
  protected readonly bodyShape = RewardBodyDto;
  private readonly ready = new Map<string, PreparedReward>();
  private known: readonly PreparedReward[] | undefined;
  private readonly followers: (() => void)[] = [];

  constructor(
    parts: ThingParts,
    private readonly world: ChannelWorld,
  ) {
    super('reward', parts, RewardRow, BLANK_REWARD);
  }

  /** All rewards with their routines ready, in the order of their names. */
  prepared(): readonly PreparedReward[] {
    this.known ??= this.all().flatMap(({ id }) => this.ready.get(id) ?? []);
    return this.known;
  }

  preparedOf(id: string): PreparedReward | undefined {
    return this.ready.get(id);
  }

  /** Is told whenever rewards were changed. */
  subscribe(follower: () => void): void {
    this.followers.push(follower);
  }

  inForce(world: World, id: string, body: RewardBody): World {
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

  protected override put(rewards: readonly StoredReward[]): void {
    super.put(rewards);
    for (const reward of rewards) {
      if (reward.deletedAt === null) this.ready.set(reward.id, prepareReward(reward.id, this.bodyOf(reward)));
      else this.ready.delete(reward.id);
    }
    this.known = undefined;
    for (const follower of this.followers) follower();
  }

  protected faultsOf(reward: StoredReward, together: readonly StoredReward[], about: Surroundings): Faults {
    return rewardFaults(reward, this.othersOf(reward, together), {
      ...about,
      ...(about.has === undefined ? {} : { hasRank: (id: string) => this.hasRank(id) }),
    });
  }

  private hasRank(id: string): boolean {
    return this.world.now().purse.ranks.ranks.some((rank) => rank.id === id);
  }
}
