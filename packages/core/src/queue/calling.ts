import { figure } from '../currency/index.js';
import type { Chance } from '../random/index.js';
import { Deciding, type AskedOfQueue } from './deciding.js';
import { entryOf, inState, placeOf, type QueueEntry } from './entry.js';
import { ended } from './moving.js';
import { placeAt } from './order.js';
import type { Queue, QueueDecision, QueueWorld } from './view.js';

/** Who is called: the first of those who wait, any of them by chance, or one of them. */
export type CallChoice = 'next' | 'random' | { readonly id: string };

/**
 * Calls as many as there is room for in the party. Where nobody is being called any more, calling
 * ends the turn of those who play.
 */
export function decideCall(
  world: QueueWorld,
  queue: Queue,
  whom: CallChoice,
  asked: AskedOfQueue,
): QueueDecision {
  const deciding = new Deciding(world, queue, asked);
  const { party, name } = queue.body;
  const taken = inState(queue, 'called', 'confirmed', 'playing');
  if (taken.length >= party) {
    const ringing = taken.filter(({ state }) => state === 'called');
    if (ringing.length > 0) return { fault: beingCalled(world, ringing, asked.at) };
  }
  const free = party - taken.length;
  const seats = free > 0 ? free : party;
  const chosen = chosenOf(queue.waiting, whom, seats, world.chance);
  if (chosen.length === 0)
    return {
      fault: typeof whom === 'object' ? 'they are not waiting any more' : `nobody is waiting in ${name}`,
    };
  if (free <= 0) endTurns(deciding, taken);
  callThem(deciding, chosen);
  return deciding.decided('');
}

function beingCalled({ queue }: QueueWorld, ringing: readonly QueueEntry[], at: number): string {
  const names = ringing.map((entry) => queue.nameOf(entry)).join(', ');
  const left = Math.max(0, ...ringing.map(({ until = at }) => Math.ceil((until - at) / 1_000)));
  // No name stands first: where this begins a sentence, it begins with a capital.
  return `the call to ${names} is still open, ${String(left)} s left`;
}

function chosenOf(
  waiting: readonly QueueEntry[],
  whom: CallChoice,
  seats: number,
  chance: Chance,
): QueueEntry[] {
  if (typeof whom === 'object') return waiting.filter(({ id }) => id === whom.id);
  if (whom === 'next') return waiting.slice(0, seats);
  const left = [...waiting];
  const drawn: QueueEntry[] = [];
  while (left.length > 0 && drawn.length < seats) drawn.push(...left.splice(chance.below(left.length), 1));
  return drawn;
}

function callThem(deciding: Deciding, chosen: readonly QueueEntry[]): void {
  const { at } = deciding.asked;
  const until = at + deciding.queue.body.call.seconds * 1_000;
  deciding.act(
    'called',
    chosen.map((entry) => ({ ...entry, state: 'called' as const, calledAt: at, until, reminded: false })),
  );
}

function endTurns(deciding: Deciding, playing: readonly QueueEntry[]): void {
  const { at } = deciding.asked;
  if (playing.length > 0)
    deciding.act(
      'done',
      playing.map((entry) => ended(entry, 'done', at)),
    );
}

/** Whoever was called says they are here. They play once nobody of their party is still being called. */
export function decideConfirm(
  world: QueueWorld,
  queue: Queue,
  viewer: string,
  asked: AskedOfQueue,
): QueueDecision {
  const entry = entryOf(queue, viewer);
  if (entry === undefined) return { fault: `you are not in ${queue.body.name}` };
  if (entry.state === 'waiting')
    return { fault: `it is not your turn yet; you are at place ${String(placeOf(queue, entry.id))}` };
  if (entry.state !== 'called') return { fault: 'you are in already' };
  if (entry.until !== undefined && asked.at >= entry.until) return { fault: 'the call has run out' };
  const deciding = new Deciding(world, queue, asked);
  deciding.act('confirmed', [{ ...deciding.keeps(entry), state: 'confirmed' }]);
  deciding.begin();
  return deciding.decided(`keeps ${figure(entry.paid)} for a turn in ${queue.body.name}`);
}

/** Ends turns: one viewer’s, or of all who play. */
export function decideDone(
  world: QueueWorld,
  queue: Queue,
  viewer: string | undefined,
  asked: AskedOfQueue,
): QueueDecision {
  const playing = inState(queue, 'confirmed', 'playing').filter(
    (entry) => viewer === undefined || entry.viewer === viewer,
  );
  if (playing.length === 0)
    return {
      fault: viewer === undefined ? `nobody is playing in ${queue.body.name}` : 'they are not playing',
    };
  const deciding = new Deciding(world, queue, asked);
  endTurns(deciding, playing);
  return deciding.decided('');
}

/** Counts a call as missed before it has run out. */
export function decideMissed(
  world: QueueWorld,
  queue: Queue,
  viewer: string,
  asked: AskedOfQueue,
): QueueDecision {
  const entry = entryOf(queue, viewer);
  if (entry?.state !== 'called') return { fault: 'they are not being called' };
  const deciding = new Deciding(world, queue, asked);
  miss(deciding, entry);
  afterMissing(deciding, [entry]);
  return deciding.decided(KEPT_OF_MISSED);
}

/** From here on, in milliseconds, a call counts as run out while Gully was off. */
const OFF_MS = 5_000;
const KEPT_OF_MISSED = 'keeps what was paid for a missed call';

/**
 * What has come due in a queue: calls that ran out, reminders halfway through, and closing by the
 * clock. A missed call leads out of the queue or, once only, some places back; then the next one
 * is called where that is set, not whoever just missed it.
 */
export function decideDue(world: QueueWorld, queue: Queue, asked: AskedOfQueue): QueueDecision {
  const deciding = new Deciding(world, queue, asked);
  const { at } = asked;
  const late = inState(queue, 'called').filter(({ until = at }) => until <= at);
  for (const entry of late) miss(deciding, entry);
  if (late.length > 0) afterMissing(deciding, late);
  const halfway = inState(deciding.state, 'called').filter((entry) => isReminderDue(entry, at));
  if (halfway.length > 0)
    deciding.act(
      'reminded',
      halfway.map((entry) => ({ ...entry, reminded: true })),
    );
  const { open, openedAt, joins } = deciding.state;
  if (open && (closesAt(queue, world.timeZone) ?? Infinity) <= at)
    deciding.act('closed', [], { open: { open: false, openedAt, joins } });
  return deciding.decided(KEPT_OF_MISSED);
}

function miss(deciding: Deciding, entry: QueueEntry): void {
  const { at } = deciding.asked;
  const { missed, places } = deciding.queue.body.call;
  const whileOff = at - (entry.until ?? at) > OFF_MS ? ({ whileOff: true } as const) : {};
  if (missed === 'out' || entry.missed > 0) {
    deciding.act('missed', [ended(deciding.keeps(entry), 'missed', at)], whileOff);
    return;
  }
  const { waiting } = deciding.state;
  const placing = placeAt(waiting, Math.min(places, waiting.length));
  const back = { calledAt: undefined, until: undefined, reminded: false, missed: entry.missed + 1 };
  deciding.put('back', { ...entry, ...back, state: 'waiting', byHand: true }, placing, whileOff);
}

/** Those who answered may begin, and the next are called where that is set; not whoever just missed it. */
function afterMissing(deciding: Deciding, missed: readonly QueueEntry[]): void {
  deciding.begin();
  const { state, queue } = deciding;
  if (!queue.body.call.next) return;
  const free = queue.body.party - inState(state, 'called', 'confirmed', 'playing').length;
  const others = state.waiting.filter(({ id }) => missed.every((entry) => entry.id !== id));
  if (free > 0 && others.length > 0) callThem(deciding, others.slice(0, free));
}

function isReminderDue({ reminded, calledAt, until }: QueueEntry, at: number): boolean {
  return (
    !reminded && calledAt !== undefined && until !== undefined && at < until && at >= halfOf(calledAt, until)
  );
}

const halfOf = (calledAt: number, until: number): number => Math.round((calledAt + until) / 2);

/** When something next comes due in a queue, in UTC milliseconds; undefined for nothing. */
export function dueAt(queue: Queue, timeZone: string): number | undefined {
  const times = inState(queue, 'called').map(({ reminded, calledAt = 0, until = 0 }) =>
    reminded ? until : halfOf(calledAt, until),
  );
  const closes = closesAt(queue, timeZone);
  if (closes !== undefined) times.push(closes);
  return times.length === 0 ? undefined : Math.min(...times);
}

const DAY_MIN = 24 * 60;
const clocks = new Map<string, Intl.DateTimeFormat>();

/**
 * When an open queue closes by the clock: at the first such time of day after it was opened. In a
 * night in which clocks change it may be an hour off.
 *
 * @param timeZone IANA name
 */
export function closesAt({ open, openedAt, body }: Queue, timeZone: string): number | undefined {
  const [hours, minutes] = body.closes.at.split(':').map(Number);
  if (!open || openedAt === undefined || hours === undefined || minutes === undefined) return undefined;
  let clock = clocks.get(timeZone);
  if (clock === undefined) {
    clock = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
    clocks.set(timeZone, clock);
  }
  const [h = 0, m = 0] = clock.format(openedAt).split(':').map(Number);
  const ahead = (hours * 60 + minutes - (h * 60 + m) + DAY_MIN) % DAY_MIN || DAY_MIN;
  return (Math.floor(openedAt / 60_000) + ahead) * 60_000;
}
