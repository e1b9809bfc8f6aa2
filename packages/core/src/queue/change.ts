import type { Actor } from '../actors/index.js';
import {
  compareWaiting,
  isLive,
  TURNS_KEPT_MS,
  TURNS_LOOKED_AT,
  type QueueEntry,
  type QueueState,
  type Turn,
} from './entry.js';

/** What happened to a queue. */
export const QUEUE_ACTS = [
  'opened',
  'closed',
  'emptied',
  'joined',
  'moved',
  'called',
  'reminded',
  'confirmed',
  'started',
  'missed',
  'back',
  'done',
  'left',
  'removed',
  'restored',
] as const;
export type QueueAct = (typeof QUEUE_ACTS)[number];

/** Something happened to a queue: those it concerns, as they stand from here on. */
export interface QueueChange {
  readonly kind: 'queue';
  readonly queue: string;
  readonly act: QueueAct;
  readonly by: Actor;
  /** UTC milliseconds */
  readonly at: number;
  readonly entries: readonly QueueEntry[];
  /** where that changes */
  readonly open?: Pick<QueueState, 'open' | 'openedAt' | 'joins'>;
  /** a call that ran out while nobody could have answered it */
  readonly whileOff?: true;
}

/** A viewer is given a bump, or has used it. */
export interface BumpChange {
  readonly kind: 'bump';
  readonly viewer: string;
  readonly name: string;
  readonly holds: boolean;
  readonly by: Actor;
  readonly at: number;
}

/** What a viewer is called in a game. */
export interface HandleChange {
  readonly kind: 'handle';
  readonly viewer: string;
  /** id of the game's handle */
  readonly handle: string;
  /** null for forgotten */
  readonly text: string | null;
  /** what it was before; null for none */
  readonly before: string | null;
  readonly at: number;
}

/** A queue once something has happened to it. */
export function queueAfter(state: QueueState, change: QueueChange): QueueState {
  const entries = new Map(state.entries);
  let { turns } = state;
  for (const entry of change.entries) {
    const turn = turnOf(entry);
    // What is undone was no turn.
    if (turn === undefined) turns = turns.filter(({ id }) => id !== entry.id);
    else if (!turns.some(({ id }) => id === turn.id)) turns = [...turns, turn];
    if (isLive(entry)) entries.set(entry.id, entry);
    else entries.delete(entry.id);
  }
  return {
    ...state,
    ...change.open,
    entries,
    waiting: inOrder(entries.values()),
    turns: turnsKept(turns, change.at),
  };
}

/** Those who wait, the next one first. */
export function inOrder(entries: Iterable<QueueEntry>): QueueEntry[] {
  return [...entries].filter(({ state }) => state === 'waiting').sort(compareWaiting);
}

/** The turn an entry was, if it was played to its end. */
export function turnOf({
  id,
  viewer,
  state,
  calledAt,
  startedAt,
  endedAt,
}: Pick<QueueEntry, 'id' | 'viewer' | 'state' | 'calledAt' | 'startedAt' | 'endedAt'>): Turn | undefined {
  if (state !== 'done' || calledAt === undefined || startedAt === undefined || endedAt === undefined)
    return undefined;
  return { id, viewer, calledAt, endedAt };
}

/** The turns that are still of use: those of a day, and as many as waits are told by. */
export function turnsKept(turns: readonly Turn[], at: number): readonly Turn[] {
  const spare = turns.length - TURNS_LOOKED_AT;
  if (spare <= 0) return turns;
  const old = turns.findIndex(({ endedAt }) => endedAt > at - TURNS_KEPT_MS);
  const drop = Math.min(spare, old === -1 ? spare : old);
  return drop === 0 ? turns : turns.slice(drop);
}
