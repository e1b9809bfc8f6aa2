import type { BumpChange, HandleChange, QueueChange } from './change.js';
import type { PostedChange, PurseView } from '../currency/index.js';
import type { Chance } from '../random/index.js';
import type { StreamState } from '../stream/index.js';
import type { AskedOfQueue } from './deciding.js';
import type { QueueWish } from './doing.js';
import { entryOf, inState, NEW_QUEUE, type LiveState, type QueueState } from './entry.js';
import { isSameCategory, type Fits, type Handle } from './handle.js';
import type { QueueBody } from './queue.js';

/** A queue with how it stands. */
export interface Queue extends QueueState {
  readonly id: string;
  readonly body: QueueBody;
}

/** Decides what a step does in a queue. It comes with the queues, so a page that only shows steps does without. */
export interface QueueDoing {
  /** Decides what a step asks of a queue. */
  readonly act: (
    world: QueueWorld,
    queue: Queue | undefined,
    wish: QueueWish,
    asked: AskedOfQueue,
  ) => QueueDecision;
  /** the queue a step means that names none */
  readonly meant: (
    world: Pick<QueueWorld, 'queue' | 'stream'>,
    does: QueueWish['does'],
    about: { readonly person: string; readonly speaker: string },
  ) => Queue | undefined;
  /** what a viewer is called in the game the queue is for now; empty for someone without */
  readonly handleNow: (world: QueueWorld, queue: Queue | undefined, viewer: string) => string;
  /** whether a handle matches its pattern */
  readonly fits: Fits;
}

/** The channel's queues, and what of viewers belongs to them. */
export interface QueueView extends QueueDoing {
  /** in the order of their names */
  all(): readonly Queue[];
  find(id: string): Queue | undefined;
  /** the handles of games */
  handles(): readonly Handle[];
  /** what a viewer is called in a game, by the handle's id */
  handleOf(viewer: string, handle: string): string | undefined;
  /** the viewer who is called that in a game */
  ownerOf(handle: string, text: string): string | undefined;
  holdsBump(viewer: string): boolean;
  /** what someone in a queue is called now */
  nameOf(entry: { readonly viewer: string; readonly name: string }): string;
}

export const NO_QUEUES: QueueView = {
  all: () => [],
  find: () => undefined,
  handles: () => [],
  handleOf: () => undefined,
  ownerOf: () => undefined,
  act: () => ({ fault: 'there is no queue yet' }),
  meant: () => undefined,
  handleNow: () => '',
  fits: () => true,
  holdsBump: () => false,
  nameOf: ({ name }) => name,
};

/** What deciding about queues looks at. */
export interface QueueWorld {
  readonly queue: QueueView;
  readonly purse: PurseView;
  readonly stream: StreamState;
  readonly chance: Chance;
  readonly timeZone: string;
}

/** What a decision about a queue may change. */
export type QueueDecided = QueueChange | BumpChange | HandleChange | PostedChange;
/** The changes, or why not, in words that follow a name. */
export type QueueDecision = { readonly changes: readonly QueueDecided[] } | { readonly fault: string };

export function newQueue(id: string, body: QueueBody): Queue {
  return { ...NEW_QUEUE, id, body };
}

/**
 * The queue that is meant where none is named: one for the current category, rather open than closed;
 * else the default; else the only one that is for any category.
 */
export function currentQueue({ queue, stream }: Pick<QueueWorld, 'queue' | 'stream'>): Queue | undefined {
  const all = queue.all();
  const here = all.filter(({ body }) =>
    body.categories.some((category) => isSameCategory(category, stream.category)),
  );
  const forAny = all.filter(({ body }) => body.categories.length === 0);
  return (
    here.find(({ open }) => open) ??
    here[0] ??
    all.find(({ body }) => body.byDefault) ??
    forAny.find(({ open }) => open) ??
    forAny[0] ??
    all[0]
  );
}

/** What concerns those who are in a queue, wherever that is. */
const OF_THOSE_IN_IT: ReadonlySet<QueueWish['does']> = new Set([
  'leave',
  'confirm',
  'front',
  'show',
  'choose',
  'remove',
  'first',
]);
/** What can be done only with someone in one of these states. */
const NEEDS: Partial<Readonly<Record<QueueWish['does'], readonly LiveState[]>>> = {
  call: ['waiting'],
  random: ['waiting'],
  done: ['called', 'confirmed', 'playing'],
};

/**
 * The queue that is meant by what is done in it where none is named: the one the person it concerns is
 * in, or the one the speaker is in, for a change of category leaves people where they are; then the
 * current one, unless only another has someone to do it with.
 */
export function queueMeant(
  world: Pick<QueueWorld, 'queue' | 'stream'>,
  does: QueueWish['does'],
  { person, speaker }: { readonly person: string; readonly speaker: string },
): Queue | undefined {
  const current = currentQueue(world);
  if (does === 'join' || does === 'add') return current;
  const all = world.queue.all();
  const isIn = (viewer: string, ...states: readonly LiveState[]) => {
    return (queue: Queue): boolean => {
      const entry = entryOf(queue, viewer);
      return (
        entry !== undefined && (states.length === 0 || (states as readonly string[]).includes(entry.state))
      );
    };
  };
  const queueOf = (viewer: string): Queue | undefined =>
    // Who is called in one and waits in another is meant where they are called.
    all.find(isIn(viewer, 'called', 'confirmed', 'playing')) ??
    (current !== undefined && isIn(viewer)(current) ? current : all.find(isIn(viewer)));
  if (OF_THOSE_IN_IT.has(does)) return queueOf(person) ?? current;
  const states = NEEDS[does];
  if (states === undefined) return queueOf(speaker) ?? current;
  const has = (queue: Queue | undefined): boolean =>
    queue !== undefined && inState(queue, ...states).length > 0;
  const own = queueOf(speaker);
  if (has(own)) return own;
  return has(current) ? current : (all.find(has) ?? current);
}

/** When the stream began that turns are counted in, or the last one; where the queue was opened after that, then. */
export function countedSince(
  { openedAt }: Pick<QueueState, 'openedAt'>,
  { began, ended = Infinity }: StreamState,
): number {
  const opened = openedAt ?? 0;
  return opened > ended || began === 0 ? opened : began;
}

/** The viewers who had a turn in this stream, in their order; those with several stand there as often. */
export function turnsNow(queue: Queue, stream: StreamState): readonly string[] {
  const since = countedSince(queue, stream);
  return queue.turns.filter(({ endedAt }) => endedAt >= since).map(({ viewer }) => viewer);
}
