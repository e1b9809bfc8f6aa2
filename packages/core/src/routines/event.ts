import type { EventFacts } from '../area/index.js';
import { EVENT_KINDS, EVENTS, type About, type EventKind, type EventName } from '../channel/index.js';
import { type Check, hasAtLeast, type Role, ROLE_NAMES, strongestRole } from '../chat/index.js';
import type { NamedViewer, ViewerFacts } from '../viewers/index.js';

/** One event, with who did it, and what it is about. Times are UTC milliseconds. */
export interface ChannelEvent extends EventFacts<EventKind>, About {
  readonly id: string;
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  readonly at: number;
}

/** What of an event starts a routine. */
export interface EventTrigger {
  readonly id: string;
  readonly event: EventName;
  /** of the event's count; 0 for any */
  readonly least: number;
  readonly lowestRole: Role;
  /** that role and no stronger one */
  readonly exactly?: boolean | undefined;
  /** when not empty, these viewers and nobody else */
  readonly viewers: readonly NamedViewer[];
}

/** An event in words that follow the name of who did it: `raids with 23 people: hello`. */
export function eventInWords(facts: EventFacts<EventName>): string {
  const { did, namesIt } = EVENTS[facts.kind];
  const message = namesIt === true || facts.message === '' ? '' : `: ${facts.message}`;
  return `${did(facts)}${message}`;
}

/** What the count of an event may be asked to be at least. */
export const LEAST_LIMIT = 100_000_000;

/** What a trigger waits for, in words: `a raid comes in, at least 10 people`. */
export function triggerInWords({ event, least, lowestRole, exactly, viewers }: EventTrigger): string {
  const { name, counts, asksWho } = EVENTS[event];
  const who = viewers.map((viewer) => viewer.name).join(' or ');
  const words = asksWho === true && who !== '' ? name.replace('someone', who) : name;
  const isAny = lowestRole === 'viewer' && exactly !== true;
  const role = asksWho === true && who === '' && !isAny ? `, ${rolesInWords(lowestRole, exactly)}` : '';
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
  if (EVENTS[event].asksWho !== true && (lowestRole !== 'viewer' || viewers.length > 0))
    return `Remove the role and the names: “${EVENTS[event].name}” is not about one viewer`;
  if (viewers.length > 100) return 'At most 100 viewers by name';
  if (viewers.some(({ name }) => !/^\S{1,50}$/u.test(name)))
    return 'A viewer’s name is one word of at most 50 characters';
  return undefined;
}

/** Whether an event is what a trigger waits for; undefined when it is of another kind. */
export function checkTrigger(trigger: EventTrigger, event: ChannelEvent): Check | undefined {
  if (trigger.event !== event.kind) return undefined;
  const rule = `When ${triggerInWords(trigger)}`;
  const { counts, asksWho } = EVENTS[trigger.event];
  if (counts !== undefined && event.count < trigger.least)
    return { rule, measure: `${event.count.toLocaleString('en')} ${counts}`, outcome: 'stopped' };
  if (asksWho === true && !isMeant(trigger, event))
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
