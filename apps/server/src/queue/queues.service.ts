import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import { BLANK_QUEUE, NEW_QUEUE, QUEUE_LIMITS, queueFaults, type QueueBody } from '@gully/core/queue';
import { textFault, type Faults, type Surroundings } from '@gully/core/routines';
import { ChannelWorld } from '../live/index.js';
import { Problem } from '../problem/index.js';
import { BodyThings, ThingParts, type Bodied } from '../things/index.js';
import { QueueRow } from './rows.js';
import { QueueBodyDto } from './views.js';

export type StoredQueue = Bodied<'queue'>;

/** Makes, changes, removes and puts back queues; who is in them is the store's. */
@Injectable()
export class QueuesService extends BodyThings<'queue'> {
  protected readonly most = QUEUE_LIMITS.queues;
  protected readonly bodyShape = QueueBodyDto;
  private readonly followers: (() => void)[] = [];
  private isInUse: (id: string) => boolean = () => false;

  constructor(
    parts: ThingParts,
    private readonly world: ChannelWorld,
  ) {
    super('queue', parts, QueueRow, BLANK_QUEUE);
  }

  /** @param isInUse whether someone is in a queue, so that it cannot be deleted */
  guardBy(isInUse: (id: string) => boolean): void {
    this.isInUse = isInUse;
  }

  /** Is told whenever queues were changed. */
  subscribe(follower: () => void): void {
    this.followers.push(follower);
  }

  inForce(world: World, id: string, body: QueueBody): World {
    const { queue } = world;
    const drafted = { ...(queue.find(id) ?? { ...NEW_QUEUE, id }), body };
    return {
      ...world,
      queue: {
        ...queue,
        find: (asked) => (asked === id ? drafted : queue.find(asked)),
        all: () => [...queue.all().filter((each) => each.id !== id), drafted],
      },
    };
  }

  override withDeletedAt(queue: StoredQueue, deletedAt: number | null): StoredQueue {
    if (deletedAt !== null && this.isInUse(queue.id))
      throw new Problem(
        409,
        'The queue is not deleted',
        `Someone is in ${queue.name}. Close it and send everyone home first; what they paid is given back.`,
      );
    return super.withDeletedAt(queue, deletedAt);
  }

  protected override put(queues: readonly StoredQueue[]): void {
    super.put(queues);
    for (const follower of this.followers) follower();
  }

  /** One alone is the default: whichever was made so last. */
  protected faultsOf(queue: StoredQueue, together: readonly StoredQueue[], about: Surroundings): Faults {
    const others = this.othersOf(queue, together);
    const faults = queueFaults(queue, others, {
      textFault,
      ...(about.has === undefined ? {} : { hasRank: (id: string) => this.hasRank(id) }),
    });
    const other = others.find(({ byDefault }) => byDefault);
    if (queue.byDefault && other !== undefined)
      faults.byDefault = `${other.name} is the default; take that from it first`;
    return faults;
  }

  private hasRank(id: string): boolean {
    return this.world.now().purse.ranks.ranks.some((rank) => rank.id === id);
  }
}
