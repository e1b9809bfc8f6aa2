import type { Role } from '../chat/index.js';
import type { QueueEntry, QueueState } from './entry.js';
import { HEAD_STARTS, type QueueBody } from './queue.js';

/**
 * By what the order of a queue compares someone who joins, smaller first.
 *
 * @param turns how many they have had in this stream
 */
export function keyFor(
  { order, headStart }: QueueBody,
  { roles, turns, at }: { readonly roles: readonly Role[]; readonly turns: number; readonly at: number },
): number {
  if (order === 'fewest') return turns;
  if (order === 'arrival') return at;
  const most = Math.max(
    0,
    ...HEAD_STARTS.filter((role) => roles.includes(role)).map((role) => headStart[role]),
  );
  return at - most * 60_000;
}

/**
 * Where someone with a key comes to stand, counted from 0: before those at the end of the queue
 * whose key is larger, but never before someone a person put where they are.
 */
export function indexFor(waiting: readonly QueueEntry[], key: number): number {
  let at = waiting.length;
  while (at > 0) {
    const before = waiting[at - 1];
    if (before === undefined || before.byHand || before.key <= key) break;
    at -= 1;
  }
  return at;
}

/** Someone's place among those who wait, and theirs where numbers have run out between them. */
export interface Placing {
  readonly place: number;
  /** further entries that get another number; their order stays */
  readonly others: readonly QueueEntry[];
}

/**
 * A number that stands at an index of those who wait. It is halfway between its neighbours; when
 * nothing is left between two numbers, all are numbered from the start.
 */
export function placeAt(waiting: readonly QueueEntry[], index: number): Placing {
  const [before, after] = [waiting[index - 1]?.place, waiting[index]?.place];
  if (before === undefined && after === undefined) return { place: 1, others: [] };
  if (after === undefined) return { place: Math.floor(before ?? 0) + 1, others: [] };
  if (before === undefined) return { place: Math.ceil(after) - 1, others: [] };
  const between = (before + after) / 2;
  if (between > before && between < after) return { place: between, others: [] };
  const others = waiting.map((entry, n) => ({ ...entry, place: n < index ? n + 1 : n + 2 }));
  return { place: index + 1, others };
}

/** Those who wait without one of them. */
export function without({ waiting }: Pick<QueueState, 'waiting'>, id: string): QueueEntry[] {
  return waiting.filter((entry) => entry.id !== id);
}
