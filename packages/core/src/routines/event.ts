import { type Check, hasAtLeast, type Role, ROLE_NAMES, strongestRole } from '../chat/index.js';
import type { Told } from '../plays/index.js';
import type { NamedViewer, ViewerFacts } from '../viewers/index.js';

/** What the platform tells. */
const PLATFORM_EVENTS = [
  'follow',
  'subscribed',
  'renewed',
  'gifted',
  'raid',
  'tip',
  'cheer',
  'live',
  'offline',
] as const;
/** What Gully itself finds or does. */
const OWN_EVENTS = [
  'arrival',
  'return',
  'rank',
  'called',
  'confirmed',
  'missed',
  'redeemed',
  'played',
] as const;
export const EVENT_KINDS = [...PLATFORM_EVENTS, ...OWN_EVENTS] as const;
/** What happens on a channel and may start routines. `hand`: somebody pressed the button. */
export type EventKind = (typeof EVENT_KINDS)[number] | 'hand';

/** What an event brings along, for texts. */
export interface EventFacts {
  readonly kind: EventKind;
  /** months renewed, subscriptions gifted, people raiding, tokens cheered, minor units tipped, days away, what a reward cost, what was won beyond the stake */
  readonly count: number;
  /** a tip in words, such as `5.00 EUR`; else empty */
  readonly amount: string;
  /** what they wrote with it; the name of a rank that was reached, of a queue, of a reward or of a game */
  readonly message: string;
  /** who got a gifted subscription, or was benched; empty for none, or many */
  readonly recipient: string;
  /** of a subscription, 1 to 3 */
  readonly tier?: number | undefined;
  /** minor units in one unit of the money tipped */
  readonly minor?: number | undefined;
  /** milliseconds ago it happened, where that is LATE_MS or more; left out for what just happened */
  readonly late?: number | undefined;
}

/** From here on, in milliseconds, an event is told of as one that is over. */
export const LATE_MS = 600_000;

/** One event, with who did it. Times are UTC milliseconds. */
export interface ChannelEvent extends EventFacts {
  readonly id: string;
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  /** the queue it is about, by id */
  readonly queue?: string;
  /** the game that ended, by id, and what there is to tell of it */
  readonly game?: { readonly id: string; readonly told: Told };
  readonly at: number;
}

/** What of an event starts a routine. */
export interface EventTrigger {
  readonly id: string;
  readonly event: (typeof EVENT_KINDS)[number];
  /** of the event's count; 0 for any */
  readonly least: number;
  readonly lowestRole: Role;
  /** that role and no stronger one */
  readonly exactly?: boolean | undefined;
  /** when not empty, these viewers and nobody else */
  readonly viewers: readonly NamedViewer[];
}

export type PlatformEvent = (typeof PLATFORM_EVENTS)[number];

export function isPlatformEvent(kind: EventKind): kind is PlatformEvent {
  return (PLATFORM_EVENTS as readonly string[]).includes(kind);
}

interface EventWords {
  readonly name: string;
  /** what `least` counts; undefined where there is nothing to count */
  readonly counts: string | undefined;
  /** true where it matters who it is */
  readonly asksWho: boolean;
}

export const EVENT_WORDS: Readonly<Record<EventTrigger['event'], EventWords>> = {
  follow: { name: 'somebody follows', counts: undefined, asksWho: false },
  subscribed: { name: 'somebody subscribes', counts: undefined, asksWho: false },
  renewed: { name: 'a subscription is renewed', counts: 'months', asksWho: false },
  gifted: { name: 'subscriptions are gifted', counts: 'gifted at once', asksWho: false },
  raid: { name: 'a raid comes in', counts: 'people', asksWho: false },
  tip: { name: 'somebody tips', counts: 'cents', asksWho: false },
  cheer: { name: 'somebody cheers', counts: 'tokens', asksWho: false },
  live: { name: 'the stream goes live', counts: undefined, asksWho: false },
  offline: { name: 'the stream goes offline', counts: undefined, asksWho: false },
  arrival: {
    name: 'somebody writes for the first time in this stream',
    counts: 'hours after they last came',
    asksWho: true,
  },
  return: { name: 'somebody writes after a long time away', counts: 'days', asksWho: true },
  rank: { name: 'somebody reaches a rank', counts: undefined, asksWho: true },
  called: { name: 'somebody is called in a queue', counts: undefined, asksWho: true },
  confirmed: { name: 'somebody answers a call', counts: undefined, asksWho: true },
  missed: { name: 'somebody misses a call', counts: undefined, asksWho: true },
  redeemed: { name: 'somebody buys a reward', counts: 'paid for it', asksWho: true },
  played: { name: 'a game ends', counts: 'won beyond the stake', asksWho: false },
};

export const EVENT_NAMES: Readonly<Record<EventKind, string>> = {
  follow: 'a follow',
  subscribed: 'a subscription',
  renewed: 'a renewed subscription',
  gifted: 'gifted subscriptions',
  raid: 'a raid',
  tip: 'a tip',
  cheer: 'a cheer',
  live: 'going live',
  offline: 'going offline',
  arrival: 'an arrival',
  return: 'a return',
  rank: 'a rank',
  called: 'a call',
  confirmed: 'an answered call',
  missed: 'a missed call',
  redeemed: 'a redeemed reward',
  played: 'the end of a game',
  hand: 'the button',
};

const times = (count: number, one: string, many: string): string =>
  count === 1 ? one : `${count.toLocaleString('en')} ${many}`;

/** What somebody did, in words that follow their name; a button is told of by what it starts. */
const DID: Readonly<Record<Exclude<EventKind, 'hand'>, (facts: EventFacts) => string>> = {
  follow: () => 'follows',
  subscribed: () => 'subscribes',
  renewed: ({ count }) => `renews a subscription, ${times(count, '1 month', 'months')}`,
  gifted: ({ count, recipient }) =>
    `gifts ${times(count, 'a subscription', 'subscriptions')}${recipient === '' ? '' : ` to ${recipient}`}`,
  raid: ({ count }) => `raids with ${times(count, '1 person', 'people')}`,
  tip: ({ amount }) => `tips ${amount}`,
  cheer: ({ count }) => `cheers with ${times(count, '1 token', 'tokens')}`,
  live: () => 'goes live',
  offline: () => 'goes offline',
  arrival: () => 'writes for the first time in this stream',
  rank: ({ message }) => `reaches ${message === '' ? 'a rank' : `the rank ${message}`}`,
  called: ({ message }) => `is called in ${message}`,
  confirmed: ({ message }) => `answers the call in ${message}`,
  missed: ({ message }) => `misses the call in ${message}`,
  redeemed: ({ message, recipient }) => `redeems ${message}${recipient === '' ? '' : ` for ${recipient}`}`,
  played: ({ count, message }) =>
    count > 0 ? `wins ${count.toLocaleString('en')} in ${message}` : `plays ${message}`,
  return: ({ count }) => `is back after ${times(count, '1 day', 'days')}`,
};

/** Events whose message is what they are about, and stands in their words. */
const NAMES_IT: ReadonlySet<EventKind> = new Set([
  'rank',
  'called',
  'confirmed',
  'missed',
  'redeemed',
  'played',
]);

/** An event in words that follow the name of who did it: `raids with 23 people: hello`. */
export function eventInWords(facts: EventFacts & { readonly kind: Exclude<EventKind, 'hand'> }): string {
  const message = NAMES_IT.has(facts.kind) || facts.message === '' ? '' : `: ${facts.message}`;
  return `${DID[facts.kind](facts)}${message}`;
}

/** What the count of an event may be asked to be at least. */
export const LEAST_LIMIT = 100_000_000;

/** What a trigger waits for, in words: `a raid comes in, at least 10 people`. */
export function triggerInWords({ event, least, lowestRole, exactly, viewers }: EventTrigger): string {
  const { name, counts, asksWho } = EVENT_WORDS[event];
  const who = viewers.map((viewer) => viewer.name).join(' or ');
  const words = asksWho && who !== '' ? name.replace('somebody', who) : name;
  const isAny = lowestRole === 'viewer' && exactly !== true;
  const role = asksWho && who === '' && !isAny ? `, ${rolesInWords(lowestRole, exactly)}` : '';
  return counts !== undefined && least > 0
    ? `${words}, at least ${least.toLocaleString('en')} ${counts}${role}`
    : `${words}${role}`;
}

/** Who is meant by a role: `VIPs and up`, or `only VIPs`. */
export function rolesInWords(role: Role, exactly = false): string {
  if (exactly) return `only ${ROLE_NAMES[role]}s`;
  return role === 'viewer' ? 'everyone' : `${ROLE_NAMES[role]}s and up`;
}

/** What is wrong with a trigger, or undefined. */
export function triggerFault({ event, least, lowestRole, viewers }: EventTrigger): string | undefined {
  if (!EVENT_KINDS.includes(event)) return 'There is no such event';
  if (!(Number.isInteger(least) && least >= 0 && least <= LEAST_LIMIT))
    return 'Give a whole number, 0 for any';
  if (event === 'return' && least < 1) return 'Say after how many days, 1 or more';
  if (!EVENT_WORDS[event].asksWho && (lowestRole !== 'viewer' || viewers.length > 0))
    return `Whoever does it, ${EVENT_WORDS[event].name}; a role or names mean nothing here`;
  if (viewers.length > 100) return 'At most 100 viewers by name';
  if (viewers.some(({ name }) => !/^\S{1,50}$/u.test(name)))
    return 'A viewer’s name is one word of at most 50 characters';
  return undefined;
}

/** Whether an event is what a trigger waits for; undefined when it is of another kind. */
export function checkTrigger(trigger: EventTrigger, event: ChannelEvent): Check | undefined {
  if (trigger.event !== event.kind) return undefined;
  const rule = `When ${triggerInWords(trigger)}`;
  const { counts, asksWho } = EVENT_WORDS[trigger.event];
  if (counts !== undefined && event.count < trigger.least)
    return { rule, measure: `${event.count.toLocaleString('en')} ${counts}`, outcome: 'stopped' };
  if (asksWho && !isMeant(trigger, event))
    return { rule, measure: event.viewer.name, outcome: 'stopped', reason: 'who' };
  return { rule, measure: event.viewer.name, outcome: 'passed' };
}

function isMeant({ viewers, lowestRole, exactly }: EventTrigger, { viewer, roles }: ChannelEvent): boolean {
  if (viewers.length === 0)
    return exactly === true ? strongestRole(roles) === lowestRole : hasAtLeast(roles, lowestRole);
  return viewers.some((named) =>
    named.viewer === null
      ? named.name.toLowerCase() === viewer.name.toLowerCase()
      : named.viewer === viewer.id,
  );
}
