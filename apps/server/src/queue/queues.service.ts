import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import { BLANK_QUEUE, NEW_QUEUE, QUEUE_LIMITS, queueFaults, type QueueBody } from '@gully/core/queue';
import { textFault } from '@gully/core/routines';
import { ChannelWorld } from '../live/index.js';
import { Problem } from '../problem/index.js';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { QueueRow } from './rows.js';
import { QueueBodyDto } from './views.js';

export type StoredQueue = Bodied<'queue'>;

/** Makes, changes, removes and puts back queues; who is in them is the store's. */
@Injectable()
export class QueuesService extends Things<'queue', StoredQueue> {
  private isInUse: (id: string) => boolean = () => false;

  constructor(parts: ThingParts, world: ChannelWorld) {
    const hasRank = (id: string): boolean => world.now().purse.ranks.ranks.some((rank) => rank.id === id);
    super(parts, {
      ...bodied('queue', parts, QueueRow, BLANK_QUEUE),
      most: QUEUE_LIMITS.queues,
      bodyShape: QueueBodyDto,
      faultsOf: (queue, { others, about }) => {
        const all = others();
        const faults = queueFaults(queue, all, {
          textFault,
          ...(about.has === undefined ? {} : { hasRank }),
        });
        // Only one queue is the default.
        const other = all.find(({ byDefault }) => byDefault);
        if (queue.byDefault && other !== undefined)
          faults.byDefault = `${other.name} is the default; take that from it first`;
        return faults;
      },
      withDeletedAt: (queue, deletedAt) => {
        if (deletedAt !== null && this.isInUse(queue.id))
          throw new Problem(
            409,
            'The queue is not deleted',
            `Someone is in ${queue.name}. Close it and send everyone home first; what they paid is given back.`,
          );
        return { ...queue, deletedAt };
      },
      inForce: withDraft,
    });
  }

  /** @param isInUse whether someone is in a queue, so that it cannot be deleted */
  guardBy(isInUse: (id: string) => boolean): void {
    this.isInUse = isInUse;
  }
}

function withDraft(world: World, id: string, body: QueueBody): World {
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
