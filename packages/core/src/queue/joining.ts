import { hasAtLeast, ROLE_NAMES, type Role } from '../chat/index.js';
import { amountOfCurrency, figure, holderStandingOf } from '../currency/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { Deciding, type AskedOfQueue } from './deciding.js';
import { entryOf, placeOf, type QueueEntry } from './entry.js';
import { handleOfQueue, readHandle, type Handle } from './handle.js';
import { indexFor, keyFor, placeAt } from './order.js';
import { turnsNow, type Queue, type QueueDecision, type QueueWorld } from './view.js';
import { waitAt } from './waits.js';

/** Someone who joins. */
export interface Joiner {
  readonly viewer: ViewerFacts;
  /** those they have now, which may be newer than those stored */
  readonly roles: readonly Role[];
  /** the handle they typed; empty for none */
  readonly typed: string;
  /** a moderator puts them in: it may be closed or full, and nothing is asked of them or paid */
  readonly byHand: boolean;
}

/** Someone joins a queue, or is put in. */
export function decideJoin(
  world: QueueWorld,
  queue: Queue,
  joiner: Joiner,
  asked: AskedOfQueue,
): QueueDecision {
  const { viewer, roles, byHand } = joiner;
  const fault = whyNot(world, queue, joiner, asked.at);
  if (fault !== undefined) return { fault };
  const deciding = new Deciding(world, queue, asked);
  const handled = takeHandle(deciding, joiner);
  if (handled !== undefined) return { fault: handled };
  const { waiting } = queue;
  const turns = turnsNow(queue, world.stream).filter((each) => each === viewer.id).length;
  const key = keyFor(queue.body, { roles, turns, at: asked.at });
  const index = indexFor(waiting, key);
  const entry: QueueEntry = {
    id: asked.mark,
    viewer: viewer.id,
    name: viewer.name,
    state: 'waiting',
    place: 0,
    key,
    byHand: false,
    joinedAt: asked.at,
    told: waitAt(queue, index + 1, queue.body.party, asked.at),
    paid: byHand ? 0 : priceIn(world, queue, roles),
    calledAt: undefined,
    until: undefined,
    reminded: false,
    missed: 0,
    startedAt: undefined,
    endedAt: undefined,
  };
  const { open, openedAt } = queue;
  const joins = queue.joins + 1;
  deciding.put('joined', entry, placeAt(waiting, index), { open: { open, openedAt, joins } });
  deciding.takes(entry);
  const { after } = queue.body.closes;
  if (open && after > 0 && joins >= after)
    deciding.act('closed', [], { open: { open: false, openedAt, joins } });
  return deciding.decided(`pays ${figure(entry.paid)} for a place in ${queue.body.name}`);
}

function whyNot(world: QueueWorld, queue: Queue, joiner: Joiner, at: number): string | undefined {
  const { viewer, roles, byHand } = joiner;
  const { body, waiting } = queue;
  if (viewer.bot || viewer.ignored) return `${viewer.name} cannot join a queue`;
  const there = entryOf(queue, viewer.id);
  if (there !== undefined) return alreadyIn(queue, there, at);
  if (byHand) return undefined;
  if (!queue.open) return `${body.name} is closed`;
  if (waiting.length >= body.places) return `${body.name} is full: ${String(waiting.length)} are waiting`;
  if (!hasAtLeast(roles, body.lowestRole))
    return `${body.name} is for ${ROLE_NAMES[body.lowestRole]}s and up`;
  return (
    rankFault(world, queue, joiner) ?? againFault(world, queue, viewer.id) ?? costFault(world, queue, joiner)
  );
}

function alreadyIn(queue: Queue, entry: QueueEntry, at: number): string {
  if (entry.state === 'waiting')
    return `you are in ${queue.body.name} already, at place ${String(placeOf(queue, entry.id))}`;
  if (entry.state !== 'called') return 'you are playing already';
  const left = Math.max(0, Math.ceil(((entry.until ?? at) - at) / 1_000));
  return `it is your turn: confirm it within ${String(left)} s`;
}

function rankFault({ purse }: QueueWorld, { body }: Queue, { viewer, roles }: Joiner): string | undefined {
  if (body.rank === '' || !purse.settings.enabled || roles.includes('streamer')) return undefined;
  const standing = holderStandingOf(purse, viewer, roles);
  if (standing === undefined) return 'the balance could not be looked up';
  const wanted = purse.ranks.ranks.find(({ id }) => id === body.rank);
  // A rank that was deleted lets nobody in: what was for few is not for all without a word.
  if (wanted === undefined) return `the rank ${body.name} asks for was deleted`;
  return standing.ranks.some(({ id }) => id === wanted.id)
    ? undefined
    : `${body.name} is for the rank ${wanted.name} and up`;
}

function againFault({ stream }: QueueWorld, queue: Queue, viewer: string): string | undefined {
  const { again } = queue.body;
  const turns = turnsNow(queue, stream);
  const last = turns.lastIndexOf(viewer);
  if (last === -1 || again === 0) return undefined;
  if (again === null) return 'you have had your turn in this stream';
  const left = again - (turns.length - 1 - last);
  if (left <= 0) return undefined;
  return `you may join again after ${left === 1 ? 'one more turn' : `${String(left)} more turns`}`;
}

function costFault(world: QueueWorld, queue: Queue, { viewer, roles }: Joiner): string | undefined {
  const price = priceIn(world, queue, roles);
  if (price === 0) return undefined;
  const { purse } = world;
  const standing = holderStandingOf(purse, viewer, roles);
  if (standing === undefined) return 'the balance could not be looked up';
  if (standing.balance >= price) return undefined;
  return `a place costs ${amountOfCurrency(purse.settings, price)}, and you have ${figure(standing.balance)}`;
}

/** The streamer pays nothing to play with themselves. */
function priceIn({ purse }: QueueWorld, { body }: Queue, roles: readonly Role[]): number {
  return purse.settings.enabled && !roles.includes('streamer') ? body.cost : 0;
}

/** Keeps the handle that was typed. @returns why it cannot be, or why one is needed */
function takeHandle(deciding: Deciding, { viewer, typed, byHand }: Joiner): string | undefined {
  const { world, queue, asked } = deciding;
  const handle = handleOfQueue(world.queue.handles(), queue.body.categories, world.stream);
  if (handle === undefined) return undefined;
  const known = world.queue.handleOf(viewer.id, handle.id);
  if (typed.trim() === '') {
    if (!handle.required || byHand || known !== undefined) return undefined;
    const read = readHandle(handle, '', world.queue.fits);
    return 'fault' in read ? read.fault : undefined;
  }
  const decision = decideHandle(world, { viewer: viewer.id, handle, typed }, asked.at);
  if ('fault' in decision) return decision.fault;
  for (const change of decision.changes) deciding.also(change);
  return undefined;
}

/**
 * A viewer’s handle in a game. Nothing changes where it is theirs already.
 *
 * @returns why it cannot be, in words that follow a name: it does not match, or someone else has it
 */
export function decideHandle(
  { queue }: Pick<QueueWorld, 'queue'>,
  { viewer, handle, typed }: { readonly viewer: string; readonly handle: Handle; readonly typed: string },
  at: number,
): QueueDecision {
  const read = readHandle(handle, typed, queue.fits);
  if ('fault' in read) return read;
  const { text } = read;
  const owner = queue.ownerOf(handle.id, text);
  if (owner !== undefined && owner !== viewer) return { fault: `that ${handle.name} is someone else’s` };
  const before = queue.handleOf(viewer, handle.id) ?? null;
  if (before === text) return { changes: [] };
  return { changes: [{ kind: 'handle', viewer, handle: handle.id, text, before, at }] };
}

/** Erases a viewer’s handle in a game. */
export function decideForget(
  { queue }: Pick<QueueWorld, 'queue'>,
  { viewer, handle }: { readonly viewer: string; readonly handle: Handle },
  at: number,
): QueueDecision {
  const before = queue.handleOf(viewer, handle.id);
  if (before === undefined) return { fault: `no ${handle.name} is known` };
  return { changes: [{ kind: 'handle', viewer, handle: handle.id, text: null, before, at }] };
}
