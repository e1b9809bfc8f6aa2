import type { BumpChange, HandleChange, QueueChange } from './change.js';
import type { PostedChange, PurseView } from '../currency/index.js';
import type { Chance } from '../random/index.js';
import type { StreamState } from '../stream/index.js';
import type { AskedOfQueue } from './deciding.js';
import type { QueueWish } from './doing.js';
import { NEW_QUEUE, type QueueState } from './entry.js';
import { isSameCategory, type Fits, type Handle } from './handle.js';
import type { QueueBody } from './queue.js';

/** A queue with how it stands. */
export interface Queue extends QueueState {
  readonly id: string;
  readonly body: QueueBody;
}

/** The channel's queues, and what of viewers belongs to them. */
export interface QueueView {
  /** in the order of their names */
  all(): readonly Queue[];
  find(id: string): Queue | undefined;
  /** the handles of games */
  handles(): readonly Handle[];
  /** what a viewer is called in a game, by the handle's id */
  handleOf(viewer: string, handle: string): string | undefined;
  /** the viewer who is called that in a game */
  ownerOf(handle: string, text: string): string | undefined;
  /**
   * Decides what a step asks of a queue. It is given by who gives the queues, so that what only shows
   * steps does without all of it.
   */
  readonly act: (
    world: QueueWorld,
    queue: Queue | undefined,
    wish: QueueWish,
    asked: AskedOfQueue,
  ) => QueueDecision;
  /** whether a handle matches its pattern */
  readonly fits: Fits;
  holdsBump(viewer: string): boolean;
  /** what somebody in a queue is called now */
  nameOf(entry: { readonly viewer: string; readonly name: string }): string;
}

export const NO_QUEUES: QueueView = {
  all: () => [],
  find: () => undefined,
  handles: () => [],
  handleOf: () => undefined,
  ownerOf: () => undefined,
  act: () => ({ fault: 'there is no queue yet' }),
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
