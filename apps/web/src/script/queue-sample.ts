import {
  BLANK_QUEUE,
  handleNow,
  inOrder,
  newQueue,
  NO_QUEUES,
  type Handle,
  type QueueBody,
  type QueueEntry,
  type QueueView,
} from '@gully/core/queue';

/** Those who stand in the queue of a preview, before and beside whoever it is for. */
const NAMES = ['oxbowkid', 'hollowbee'];

interface SampleOf {
  readonly queues: readonly (QueueBody & { readonly id: string })[];
  readonly handles: readonly Handle[];
  readonly viewer: { readonly id: string; readonly name: string };
  readonly at: number;
}

/** Queues as previews have them: open, with three turns played and someone waiting. */
export function sampleQueues({ queues, handles, viewer, at }: SampleOf): QueueView {
  const entries = [...NAMES.map((name) => ({ id: name, name })), viewer].map(({ id, name }, n) =>
    entryOf(id, name, n + 1, at, queues[0]?.call.seconds ?? 30),
  );
  const turns = [12, 15, 18].map((minutes, n) => ({
    id: String(n),
    viewer: NAMES[0] ?? '',
    calledAt: at - minutes * 60_000,
    endedAt: at,
  }));
  const all = (queues.length === 0 ? [{ ...BLANK_QUEUE, id: '', name: '‹queue›' }] : queues).map((body) => ({
    ...newQueue(body.id, body),
    open: true,
    entries: new Map(entries.map((entry) => [entry.id, entry])),
    waiting: inOrder(entries),
    turns,
  }));
  return {
    ...NO_QUEUES,
    all: () => all,
    find: (id) => all.find((queue) => queue.id === id),
    handleNow,
    handles: () => handles,
    handleOf: (_, handle) => handles.find(({ id }) => id === handle)?.example,
  };
}

function entryOf(id: string, name: string, place: number, at: number, seconds: number): QueueEntry {
  return {
    id,
    viewer: id,
    name,
    state: 'waiting',
    place,
    key: place,
    byHand: false,
    joinedAt: at,
    told: undefined,
    paid: 0,
    calledAt: at,
    until: at + seconds * 1_000,
    reminded: false,
    missed: 0,
    startedAt: undefined,
    endedAt: undefined,
  };
}
