import type { Role } from '../chat/index.js';

/**
 * Who is called first: whoever came first; whoever had the fewest turns in this stream; or whoever
 * came first, where some count as having come earlier than they did.
 */
export const ORDERS = ['arrival', 'fewest', 'head-start'] as const;
export type Order = (typeof ORDERS)[number];

/** Roles that may have a head start. */
export const HEAD_STARTS = ['subscriber', 'vip', 'moderator'] as const satisfies readonly Role[];
export type HeadStartRole = (typeof HEAD_STARTS)[number];

/** What is said in chat about a queue, beside what its commands answer. */
export const QUEUE_MESSAGES = [
  'opened',
  'closed',
  'called',
  'reminder',
  'missed',
  'back',
  'confirmed',
] as const;
export type QueueMessage = (typeof QUEUE_MESSAGES)[number];

/** What a person makes of a queue. */
export interface QueueBody {
  readonly name: string;
  /** the one that is meant where none is named and none is for the current category */
  readonly byDefault: boolean;
  /** category names; empty for any */
  readonly categories: readonly string[];
  /** most who wait at once */
  readonly places: number;
  /** how many play at once */
  readonly party: number;
  readonly lowestRole: Role;
  /** id of a rank; empty for none */
  readonly rank: string;
  /** what a place costs, in whole units of the currency */
  readonly cost: number;
  readonly order: Order;
  /** minutes by which some count as having come earlier; of use for the order of that name */
  readonly headStart: Readonly<Record<HeadStartRole, number>>;
  /** turns others must have had before someone may join again; null for not again in this stream */
  readonly again: number | null;
  /** when it closes by itself: after so many have joined (0 for never), at a time of day (`HH:MM`, or empty) */
  readonly closes: { readonly after: number; readonly at: string };
  readonly call: CallRules;
  /** whether others may see handles in the list */
  readonly showHandles: boolean;
  /** Liquid by message; empty says nothing */
  readonly says: Readonly<Record<QueueMessage, string>>;
}

/** What becomes of a call. */
export interface CallRules {
  /** to confirm in */
  readonly seconds: number;
  /** what a missed call leads to: out of the queue, or so many places back, once only */
  readonly missed: 'out' | 'back';
  readonly places: number;
  /** the next one is called by itself after a missed call */
  readonly next: boolean;
  /** the handles are told to the viewer alone */
  readonly privately: boolean;
}

export const QUEUE_LIMITS = {
  queues: 20,
  name: 40,
  places: 1_000,
  party: 20,
  cost: 1_000_000,
  headStart: 24 * 60,
  again: 100,
  after: 10_000,
  seconds: { least: 10, most: 600 },
  back: 100,
} as const;

export const BLANK_QUEUE: QueueBody = {
  name: '',
  byDefault: false,
  categories: [],
  places: 20,
  party: 1,
  lowestRole: 'viewer',
  rank: '',
  cost: 0,
  order: 'arrival',
  headStart: { subscriber: 10, vip: 10, moderator: 0 },
  again: 0,
  closes: { after: 0, at: '' },
  call: { seconds: 30, missed: 'back', places: 3, next: false, privately: false },
  showHandles: false,
  says: {
    opened: '{{ queue.name }} is open. Join with {{ queue.join }}.',
    closed: '{{ queue.name }} is closed; {{ queue.waiting }} still waiting.',
    called:
      '{{ viewer.name }}, your turn in {{ queue.name }}: type {{ queue.here }} within {{ queue.seconds }} s.',
    reminder: '{{ viewer.name }}, {{ queue.seconds }} s left: type {{ queue.here }} to play.',
    missed:
      '{{ viewer.name }} did not answer{% if queue.while_off %} while the bot was off{% endif %} and is out of {{ queue.name }}.',
    back: '{{ viewer.name }} did not answer{% if queue.while_off %} while the bot was off{% endif %} and moves back to place {{ queue.place }}.',
    confirmed:
      '{{ viewer.name }}{% if viewer.handle != "" %} ({{ viewer.handle }}){% endif %} is in.{% if queue.own_handle != "" %} Look for {{ queue.own_handle }}.{% endif %}',
  },
};

export function queueBody(queue: QueueBody): QueueBody {
  const { name, byDefault, categories, places, party, lowestRole, rank, cost } = queue;
  const { order, headStart, again, closes, call, showHandles, says } = queue;
  return {
    name,
    byDefault,
    categories,
    places,
    party,
    lowestRole,
    rank,
    cost,
    order,
    headStart,
    again,
    closes,
    call,
    showHandles,
    says,
  };
}
