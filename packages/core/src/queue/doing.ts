import type { Role } from '../chat/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { decideCall, decideConfirm, decideDone } from './calling.js';
import type { AskedOfQueue } from './deciding.js';
import { entryOf } from './entry.js';
import { handleOfQueue } from './handle.js';
import { handleNow } from './handle-now.js';
import { fitsHandle } from './handle-pattern.js';
import { decideForget, decideHandle, decideJoin } from './joining.js';
import { decideBump, decideEmpty, decideFront, decideLeave, decideOpen } from './moving.js';
import {
  currentQueue,
  queueMeant,
  type Queue,
  type QueueDecision,
  type QueueDoing,
  type QueueWorld,
} from './view.js';

/** What steps do to a queue, or for someone in it. */
export const QUEUE_DOES = [
  'join',
  'leave',
  'confirm',
  'front',
  'show',
  'call',
  'random',
  'choose',
  'done',
  'add',
  'remove',
  'first',
  'bump',
  'unbump',
  'open',
  'close',
  'empty',
] as const;
export type QueueDoes = (typeof QUEUE_DOES)[number];

/** What is asked of a queue by a step. */
export interface QueueWish {
  readonly does: QueueDoes | 'set-handle' | 'forget-handle';
  /** the viewer it concerns, where it concerns one */
  readonly person: ViewerFacts;
  /** those they have now, which may be newer than those stored */
  readonly roles: readonly Role[];
  /** the handle that was typed, where one may be */
  readonly typed: string;
}

/** Where nothing but a bump is given or a handle kept, nobody has to be in a queue. */
const WITHOUT_QUEUE: ReadonlySet<QueueWish['does']> = new Set([
  'bump',
  'unbump',
  'set-handle',
  'forget-handle',
]);

/**
 * Decides what a step asks of a queue.
 *
 * @param queue undefined where the channel has none
 */
function doInQueue(
  world: QueueWorld,
  queue: Queue | undefined,
  wish: QueueWish,
  asked: AskedOfQueue,
): QueueDecision {
  if (WITHOUT_QUEUE.has(wish.does)) return doWithoutQueue(world, wish, asked);
  if (queue === undefined) return { fault: 'there is no queue yet' };
  const { does, person, roles, typed } = wish;
  const { id: viewer, name } = person;
  switch (does) {
    case 'join':
    case 'add':
      return decideJoin(world, queue, { viewer: person, roles, typed, byHand: does === 'add' }, asked);
    case 'leave':
      return decideLeave(world, queue, viewer, asked, 'left');
    case 'remove':
      return decideLeave(world, queue, viewer, asked, 'removed');
    case 'confirm':
      return decideConfirm(world, queue, viewer, asked);
    case 'front':
    case 'first':
      return decideFront(world, queue, { viewer, name, bump: does === 'front' }, asked);
    case 'call':
      return decideCall(world, queue, 'next', asked);
    case 'random':
      return decideCall(world, queue, 'random', asked);
    case 'choose': {
      const own = entryOf(queue, viewer);
      return own === undefined
        ? { fault: `${name} is not in ${queue.body.name}` }
        : decideCall(world, queue, { id: own.id }, asked);
    }
    case 'done':
      return decideDone(world, queue, undefined, asked);
    case 'open':
    case 'close':
      return decideOpen(world, queue, does === 'open', asked);
    case 'empty':
      return decideEmpty(world, queue, asked);
    case 'show':
    case 'bump':
    case 'unbump':
    case 'set-handle':
    case 'forget-handle':
      return { changes: [] };
  }
}

function doWithoutQueue(
  world: QueueWorld,
  { does, person, typed }: QueueWish,
  asked: AskedOfQueue,
): QueueDecision {
  const { id: viewer, name } = person;
  if (does === 'bump' || does === 'unbump')
    return decideBump(world, { viewer, name, holds: does === 'bump' }, asked);
  const handle = handleOfQueue(
    world.queue.handles(),
    currentQueue(world)?.body.categories ?? [],
    world.stream,
  );
  if (handle === undefined) return { fault: 'no handle is asked for in this category' };
  return does === 'forget-handle'
    ? decideForget(world, { viewer, handle }, asked.at)
    : decideHandle(world, { viewer, handle, typed }, asked.at);
}

/** Decides what a step does in a queue; the view of queues hands this over. */
export const QUEUE_DOING: QueueDoing = { act: doInQueue, meant: queueMeant, handleNow, fits: fitsHandle };
