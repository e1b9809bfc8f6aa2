import { figure } from '../currency/index.js';
import { Deciding, type AskedOfQueue } from './deciding.js';
import { entryOf, inState, placeOf, type QueueEntry } from './entry.js';
import { placeAt, without } from './order.js';
import type { Queue, QueueDecision, QueueWorld } from './view.js';

/** Opens or closes a queue. Those who wait stay. */
export function decideOpen(
  world: QueueWorld,
  queue: Queue,
  open: boolean,
  asked: AskedOfQueue,
): QueueDecision {
  if (queue.open === open) return { fault: `${queue.body.name} is ${open ? 'open' : 'closed'} already` };
  const deciding = new Deciding(world, queue, asked);
  // Who joined before it was closed for a moment counts; a new evening starts at none.
  const openedAt = open ? asked.at : queue.openedAt;
  deciding.act(open ? 'opened' : 'closed', [], {
    open: { open, openedAt, joins: open ? queue.waiting.length : queue.joins },
  });
  return deciding.decided('');
}

/** Closes a queue and sends everyone home: who did not get their turn gets back what they paid. */
export function decideEmpty(world: QueueWorld, queue: Queue, asked: AskedOfQueue): QueueDecision {
  const { open, openedAt, joins } = queue;
  if (!open && queue.entries.size === 0) return { fault: `${queue.body.name} is closed and empty already` };
  const deciding = new Deciding(world, queue, asked);
  const playing = inState(queue, 'playing');
  const others = inState(queue, 'waiting', 'called', 'confirmed');
  deciding.act(
    'emptied',
    [
      ...playing.map((entry) => ended(entry, 'done', asked.at)),
      ...others.map((entry) => ended(deciding.givesBack(entry), 'removed', asked.at)),
    ],
    { open: { open: false, openedAt, joins } },
  );
  return deciding.decided(`gives back what ${figure(others.length)} paid for ${queue.body.name}`);
}

/** Someone leaves, or is taken out; what they paid is given back unless they are playing. */
export function decideLeave(
  world: QueueWorld,
  queue: Queue,
  viewer: string,
  asked: AskedOfQueue,
  how: 'left' | 'removed',
): QueueDecision {
  const entry = entryOf(queue, viewer);
  if (entry === undefined) return { fault: notIn(queue, how === 'left') };
  const deciding = new Deciding(world, queue, asked);
  if (entry.state === 'playing') deciding.act('done', [ended(entry, 'done', asked.at)]);
  else {
    deciding.act(how, [ended(deciding.givesBack(entry), how, asked.at)]);
    deciding.begin();
  }
  return deciding.decided(`gives back ${figure(entry.paid)} for a place in ${queue.body.name}`);
}

/** Puts someone who waits before another; without one, at the end. */
export function decideMove(
  world: QueueWorld,
  queue: Queue,
  { id, before }: { readonly id: string; readonly before: string | undefined },
  asked: AskedOfQueue,
): QueueDecision {
  const entry = queue.entries.get(id);
  if (entry?.state !== 'waiting') return { fault: 'they are not waiting any more' };
  const others = without(queue, id);
  const index = before === undefined ? others.length : others.findIndex((each) => each.id === before);
  if (index === -1) return { fault: 'the viewer they were to go ahead of has left' };
  const deciding = new Deciding(world, queue, asked);
  deciding.put('moved', { ...entry, byHand: true }, placeAt(others, index));
  return deciding.decided('');
}

/**
 * Sends someone who waits to the front.
 *
 * @param bump true where it takes a bump, which is then used up
 */
export function decideFront(
  world: QueueWorld,
  queue: Queue,
  { viewer, name, bump }: { readonly viewer: string; readonly name: string; readonly bump: boolean },
  asked: AskedOfQueue,
): QueueDecision {
  const entry = entryOf(queue, viewer);
  if (entry === undefined) return { fault: notIn(queue, bump) };
  if (entry.state !== 'waiting')
    return { fault: bump ? 'it is your turn already' : 'it is their turn already' };
  if (bump && !world.queue.holdsBump(viewer)) return { fault: 'you hold no bump' };
  if (placeOf(queue, entry.id) === 1)
    return {
      fault: bump ? 'you are at the front already; your bump is kept' : 'they are at the front already',
    };
  const deciding = new Deciding(world, queue, asked);
  deciding.put('moved', { ...entry, byHand: true }, placeAt(without(queue, entry.id), 0));
  if (bump) deciding.also(bumpChange({ viewer, name, holds: false }, asked));
  return deciding.decided('');
}

/** Gives someone a bump, which they keep until it is used, or takes it away. */
export function decideBump(
  { queue }: Pick<QueueWorld, 'queue'>,
  who: { readonly viewer: string; readonly name: string; readonly holds: boolean },
  asked: AskedOfQueue,
): QueueDecision {
  if (queue.holdsBump(who.viewer) === who.holds)
    return { fault: who.holds ? `${who.name} holds a bump already` : `${who.name} holds no bump` };
  if (who.holds && asked.by === `viewer:${who.viewer}`)
    return { fault: 'you cannot give a bump to yourself' };
  return { changes: [bumpChange(who, asked)] };
}

function bumpChange(
  who: { readonly viewer: string; readonly name: string; readonly holds: boolean },
  { by, at }: AskedOfQueue,
) {
  return { kind: 'bump', ...who, by, at } as const;
}

/** Someone whose time in a queue is over. */
export function ended(
  entry: QueueEntry,
  state: 'done' | 'missed' | 'left' | 'removed',
  at: number,
): QueueEntry {
  const startedAt = state === 'done' ? (entry.startedAt ?? at) : entry.startedAt;
  return { ...entry, state, startedAt, endedAt: at };
}

function notIn({ body }: Queue, self: boolean): string {
  return self ? `you are not in ${body.name}` : `they are not in ${body.name}`;
}
