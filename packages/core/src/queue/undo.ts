import { figure } from '../currency/index.js';
import type { QueueChange } from './change.js';
import { Deciding, type AskedOfQueue } from './deciding.js';
import { entryOf, isLive, type QueueEntry } from './entry.js';
import { ended } from './moving.js';
import type { Queue, QueueDecided, QueueDecision, QueueWorld } from './view.js';

/** What one act did to a queue, so that it can be taken back. */
export interface QueueUndo {
  readonly queue: string;
  /** those it concerned, before and after; undefined for someone who was not in it */
  readonly entries: readonly { readonly before: QueueEntry | undefined; readonly after: QueueEntry }[];
  readonly open: Pick<Queue, 'open' | 'openedAt' | 'joins'>;
  /** whether it opened or closed it */
  readonly switched: boolean;
}

/** What it takes to take some changes of a queue back. @param before the queue without them */
export function undoOf(before: Queue, changes: readonly QueueDecided[]): QueueUndo | undefined {
  const own = changes.filter(
    (change): change is QueueChange => change.kind === 'queue' && change.queue === before.id,
  );
  if (own.length === 0) return undefined;
  const last = new Map(own.flatMap(({ entries }) => entries).map((entry) => [entry.id, entry]));
  const { open, openedAt, joins } = before;
  return {
    queue: before.id,
    entries: [...last.values()].map((after) => ({ before: before.entries.get(after.id), after })),
    open: { open, openedAt, joins },
    switched: own.some((change) => change.open !== undefined && change.open.open !== open),
  };
}

/**
 * Takes an act back: everyone it concerned stands where they stood. Nothing is taken back where
 * one of them has done something since.
 */
export function decideUndo(
  world: QueueWorld,
  queue: Queue,
  undo: QueueUndo,
  asked: AskedOfQueue,
): QueueDecision {
  const deciding = new Deciding(world, queue, asked);
  const back: QueueEntry[] = [];
  for (const { before, after } of undo.entries) {
    const now = queue.entries.get(after.id);
    const name = world.queue.nameOf(after);
    if (isLive(after) ? now?.state !== after.state : now !== undefined)
      return { fault: `${name} has done something since; nothing was taken back` };
    if (before !== undefined && now === undefined && entryOf(queue, after.viewer) !== undefined)
      return { fault: `${name} has joined again since; nothing was taken back` };
    if (before === undefined) {
      // They were put in by it: out again, as if they had never come.
      back.push(ended(deciding.givesBack(after), 'removed', asked.at));
      continue;
    }
    back.push(callAgain(before, asked.at));
    settle(deciding, before, after);
  }
  deciding.act('restored', back, undo.switched ? { open: undo.open } : {});
  return deciding.decided(`puts ${figure(back.length)} back in ${queue.body.name}`);
}

/** A call that is taken up again rings for its whole time: what is left of it went by meanwhile. */
function callAgain(before: QueueEntry, at: number): QueueEntry {
  const { state, calledAt, until } = before;
  if (state !== 'called' || calledAt === undefined || until === undefined) return before;
  return { ...before, calledAt: at, until: at + (until - calledAt), reminded: false };
}

/** What was paid goes back into escrow: from them where they had it back, from the house where it was kept. */
function settle(deciding: Deciding, before: QueueEntry, after: QueueEntry): void {
  if (before.paid === after.paid) return;
  if (after.state === 'left' || after.state === 'removed') deciding.takes(before);
  else deciding.unkeeps(before);
}
