import { ROLES } from '../chat/index.js';
import { closed, flag, listOf, oneOf, orNull, text, whole, type ThingShape } from '../things/index.js';
import { HANDLE_LENGTH, HANDLES_LIMIT, handleBody, type HandleBody } from './handle.js';
import { HEAD_STARTS, ORDERS, QUEUE_LIMITS, QUEUE_MESSAGES, queueBody, type QueueBody } from './queue.js';

export const QUEUE_THING: ThingShape<QueueBody> = {
  one: 'queue',
  many: 'queues',
  bodyOf: queueBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  // Ranks are a channel's own.
  portable: (body) => ({ ...body, rank: '', byDefault: false }),
  schema: {
    name: 'Queue',
    most: QUEUE_LIMITS.queues,
    defs: {
      Queue: closed({
        name: text(QUEUE_LIMITS.name),
        byDefault: flag,
        categories: listOf(text(200), 20),
        places: whole(1, QUEUE_LIMITS.places),
        party: whole(1, QUEUE_LIMITS.party),
        lowestRole: oneOf(ROLES),
        rank: text(0, 'ranks are a channel’s own'),
        cost: whole(0, QUEUE_LIMITS.cost),
        order: oneOf(ORDERS),
        headStart: closed(
          Object.fromEntries(HEAD_STARTS.map((role) => [role, whole(0, QUEUE_LIMITS.headStart)])),
        ),
        again: orNull(whole(0, QUEUE_LIMITS.again)),
        closes: closed({ after: whole(0, QUEUE_LIMITS.after), at: text(5, 'HH:MM, or empty') }),
        call: closed({
          seconds: whole(QUEUE_LIMITS.seconds.least, QUEUE_LIMITS.seconds.most),
          missed: oneOf(['out', 'back']),
          places: whole(1, QUEUE_LIMITS.back),
          next: flag,
          privately: flag,
        }),
        showHandles: flag,
        says: closed(Object.fromEntries(QUEUE_MESSAGES.map((message) => [message, text(5_000)]))),
      }),
    },
  },
  textsOf: ({ says }) => Object.values(says),
};

export const HANDLE_THING: ThingShape<HandleBody> = {
  one: 'handle',
  many: 'handles',
  bodyOf: handleBody,
  // One for each category, so that is what tells them apart.
  nameOf: ({ category }) => category,
  named: (body, category) => ({ ...body, category }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => ({ ...body, own: '' }),
  schema: {
    name: 'Handle',
    most: HANDLES_LIMIT,
    defs: {
      Handle: closed({
        name: text(60),
        category: text(200),
        pattern: text(500),
        example: text(HANDLE_LENGTH),
        required: flag,
        own: text(0, 'everyone has their own'),
      }),
    },
  },
  textsOf: () => [],
};
