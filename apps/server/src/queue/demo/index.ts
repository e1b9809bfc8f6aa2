import type { Role } from '@gully/core/chat';
import {
  decideBump,
  decideCall,
  decideConfirm,
  decideDone,
  decideDue,
  decideEmpty,
  decideJoin,
  decideLeave,
  decideOpen,
  QUEUE_DOING,
  handleBody,
  inState,
  isSameCategory,
  newQueue,
  queueAfter,
  queueBody,
  type Handle,
  type HandleChange,
  type Queue,
  type QueueDecision,
  type QueueEntry,
  type QueueView,
} from '@gully/core/queue';
import { chanceFrom } from '@gully/core/random';
import type { ViewerFacts } from '@gully/core/viewers';
import { seededNumbers } from '@gully/standin/crowd';
import { idsInOrder } from '../../database/index.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { writeEntries } from '../entry-rows.js';
import { HandleRow, QueueRow } from '../rows.js';
import { DUELS, handleOf, LANE_CODE, ROPE_ID, ROPES } from './queues.js';

const MINUTE = 60_000;
const SEED = 1_807;
/** Those waiting when the demo begins. */
const WAITING = 9;
const HANDLES = [ROPE_ID, LANE_CODE];

interface Guest {
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
}

/**
 * The demo's queues: in each evening of their games viewers joined, were called, answered or did not,
 * and played, decided by the same code as live; now nine wait and one is called.
 */
export const queuePart: MakeDemoPart = (stage) => {
  const chance = chanceFrom(seededNumbers(SEED));
  // Its own: queues open and close a little after what is written meanwhile.
  const idAt = idsInOrder();
  const queues = new Map([ROPES, DUELS].map((body) => [body.id, newQueue(body.id, queueBody(body))]));
  const texts = new Map<string, HandleChange>();
  const bumps = new Map<string, { viewer: string; name: string; at: number }>();
  const entries = new Map<string, { queue: string; entry: QueueEntry }>();
  const guests = new Map<string, Guest>();
  /** when what is going on in a queue goes on, by queue */
  const next = new Map<string, number>();
  /** those who will not answer their call, by entry */
  const away = new Set<string>();
  const view: QueueView = {
    all: () => [...queues.values()],
    find: (id) => queues.get(id),
    handles: () => HANDLES,
    handleOf: (viewer, handle) => texts.get(`${handle} ${viewer}`)?.text ?? undefined,
    ownerOf: (handle, text) =>
      [...texts.values()].find((each) => each.handle === handle && each.text === text)?.viewer,
    ...QUEUE_DOING,
    holdsBump: (viewer) => bumps.has(viewer),
    nameOf: ({ name }) => name,
  };
  const asked = (at: number, by: 'streamer' | 'gully' = 'streamer') => ({ by, at, mark: idAt(at) }) as const;
  const take = (decision: QueueDecision): void => {
    if ('fault' in decision) return;
    for (const change of decision.changes)
      if (change.kind === 'queue') {
        const queue = queues.get(change.queue);
        if (queue === undefined) continue;
        queues.set(queue.id, { ...queue, ...queueAfter(queue, change) });
        for (const entry of change.entries) entries.set(entry.id, { queue: queue.id, entry });
      } else if (change.kind === 'handle') texts.set(`${change.handle} ${change.viewer}`, change);
      else if (change.kind === 'bump') bumps.set(change.viewer, change);
      else stage.take(change);
  };
  const now = (id: string): Queue => queues.get(id) ?? newQueue(id, queueBody(ROPES));
  const join = (id: string, { viewer, roles }: Guest, at: number, byHand = false): void => {
    const handle = handleFor(now(id));
    const known = view.handleOf(viewer.id, handle.id);
    const typed = known === undefined && !byHand ? handleOf(handle, viewer.name, texts.size + 1) : '';
    take(decideJoin(stage.world(), now(id), { viewer, roles, typed, byHand }, asked(at)));
  };
  /** What would have gone on by itself: calls answered or missed, turns played, the next called. */
  const goOn = (id: string, at: number): void => {
    if (at < (next.get(id) ?? 0)) return;
    const queue = now(id);
    const called = inState(queue, 'called');
    const playing = inState(queue, 'playing');
    const world = stage.world();
    if (called.length > 0) {
      take(decideDue(world, queue, asked(at, 'gully')));
      for (const entry of inState(now(id), 'called'))
        if (!away.has(`${entry.id} ${String(entry.missed)}`))
          take(decideConfirm(world, now(id), entry.viewer, asked(at)));
      next.set(id, at + 15_000);
    } else if (playing.length > 0 && at - (playing[0]?.startedAt ?? at) > 6 * MINUTE) {
      take(decideDone(world, queue, chance.below(4) === 0 ? playing[0]?.viewer : undefined, asked(at)));
      next.set(id, at + MINUTE);
    } else if (playing.length < queue.body.party) {
      take(decideCall(world, queue, chance.below(12) === 0 ? 'random' : 'next', asked(at)));
      for (const entry of inState(now(id), 'called'))
        if (chance.below(7) === 0) away.add(`${entry.id} ${String(entry.missed)}`);
      next.set(id, at + 12_000);
    } else next.set(id, at + (2 + chance.below(9)) * MINUTE);
  };
  const isFor = ({ body }: Queue, category: string): boolean =>
    body.categories.some((each) => isSameCategory(each, category));
  return {
    look: () => ({ queue: view }),
    began(at) {
      // What was left of the evening before was sent home when it ended.
      for (const queue of view.all())
        if (queue.open) take(decideEmpty(stage.world(), queue, asked(lastOf(queue, at))));
      guests.clear();
      next.clear();
    },
    wentLive(at) {
      for (const queue of view.all())
        if (isFor(queue, stage.world().stream.category))
          take(decideOpen(stage.world(), queue, true, asked(at + 3 * MINUTE)));
    },
    came(viewer, roles, at) {
      if (viewer.bot || viewer.ignored || roles.includes('streamer')) return;
      guests.set(viewer.id, { viewer, roles });
      for (const queue of view.all()) {
        if (!queue.open || at < (queue.openedAt ?? at)) continue;
        if (chance.below(queue.waiting.length < 6 ? 9 : 40) === 0) join(queue.id, { viewer, roles }, at);
        else if (chance.below(400) === 0)
          take(decideLeave(stage.world(), queue, viewer.id, asked(at), 'left'));
        goOn(queue.id, at);
      }
    },
    async store(manager) {
      settle();
      for (const body of [ROPES, DUELS]) {
        const { id, name } = body;
        const row = { id, name, version: 1, changedAt: stage.begin, deletedAt: null };
        await manager.insert(QueueRow, { ...row, body: JSON.stringify(queueBody(body)) });
        await writeVersion(manager, 'queue', row, queueBody(body), 'streamer');
        const { open, openedAt, joins } = now(id);
        await manager.query(
          'INSERT INTO queue_states (queue_id, open, opened_at, joins) VALUES (?, ?, ?, ?)',
          [id, Number(open), openedAt ?? null, joins],
        );
      }
      for (const handle of HANDLES) {
        const { id, category: name } = handle;
        const row = { id, name, version: 1, changedAt: stage.begin, deletedAt: null };
        await manager.insert(HandleRow, { ...row, body: JSON.stringify(handleBody(handle)) });
        await writeVersion(manager, 'handle', row, handleBody(handle), 'streamer');
      }
      writeEntries(manager, [...entries.values()]);
      for (const { handle, viewer, text, at } of texts.values())
        await manager.query(
          'INSERT INTO viewer_handles (handle_id, viewer_id, text, changed_at) VALUES (?, ?, ?, ?)',
          [handle, viewer, text, at],
        );
      for (const { viewer, name, at } of bumps.values())
        await manager.query('INSERT INTO queue_bumps (viewer_id, name, given_by, at) VALUES (?, ?, ?, ?)', [
          viewer,
          name,
          'streamer',
          at,
        ]);
    },
  };

  /** As the demo begins: two play, one was called just now, and nine wait. */
  function settle(): void {
    const { id } = ROPES;
    const world = stage.world();
    const about = asked(stage.now);
    for (const { viewer } of inState(now(id), 'called', 'confirmed'))
      take(decideLeave(world, now(id), viewer, about, 'left'));
    const free = [...guests.values()].filter(({ viewer }) =>
      [...now(id).entries.values()].every((entry) => entry.viewer !== viewer.id),
    );
    const others = free.values();
    const begun = now(id).waiting.length;
    for (let n = begun; n < WAITING + 3; n += 1) {
      const guest = others.next().value;
      // One was put in by a moderator, and typed no handle.
      if (guest !== undefined) join(id, guest, stage.now - (WAITING + 3 - n) * 2 * MINUTE, n === begun);
    }
    while (inState(now(id), 'playing').length > 2)
      take(decideDone(world, now(id), inState(now(id), 'playing')[0]?.viewer, about));
    while (inState(now(id), 'playing').length < 2) {
      const at = stage.now - 8 * MINUTE;
      const [first] = now(id).waiting;
      if (first === undefined) break;
      take(decideCall(world, now(id), { id: first.id }, asked(at)));
      take(decideConfirm(world, now(id), first.viewer, asked(at + 20_000)));
    }
    const [called] = now(id).waiting;
    if (called !== undefined) take(decideCall(world, now(id), { id: called.id }, about));
    for (const { viewer } of now(id).waiting.slice(WAITING))
      take(decideLeave(world, now(id), viewer, about, 'left'));
    const lucky = now(id).waiting[2];
    if (lucky !== undefined)
      take(decideBump(world, { viewer: lucky.viewer, name: lucky.name, holds: true }, about));
  }
};

function handleFor({ id }: Queue): Handle {
  return id === ROPES.id ? ROPE_ID : LANE_CODE;
}

/** When an evening was over: a little after the last thing that happened in its queue. */
function lastOf({ entries, openedAt = 0 }: Queue, before: number): number {
  const times = [...entries.values()].flatMap(({ joinedAt, calledAt = 0 }) => [joinedAt, calledAt]);
  return Math.min(before, Math.max(openedAt, ...times) + 5 * MINUTE);
}
