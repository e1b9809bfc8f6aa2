import { plainText } from '@gully/core/routines';
import {
  BLANK_HANDLE,
  BLANK_QUEUE,
  handleBody,
  QUEUE_MESSAGES,
  queueBody,
  type HandleBody,
  type Order,
  type QueueBody,
  type QueueMessage,
} from '@gully/core/queue';
import { answerOf, api, type GameHandle, type Queue } from '../api/index.js';
import { placesIn, type Kind, type Parts } from '../editing/index.js';
import { handlesQuery, queuesQuery } from '../live/index.js';
import { draftsOf } from '../ui/index.js';

const differ = (a: object, b: object): boolean => JSON.stringify(a) !== JSON.stringify(b);
const blankQueue = (): QueueBody => structuredClone(BLANK_QUEUE);
const blankHandle = (): HandleBody => structuredClone(BLANK_HANDLE);

const queueDrafts = draftsOf<QueueBody>({
  kind: 'queue',
  blank: blankQueue,
  whole: (body) => ({ ...blankQueue(), ...body }),
  differ,
});
const handleDrafts = draftsOf<HandleBody>({
  kind: 'handle',
  blank: blankHandle,
  whole: (body) => ({ ...blankHandle(), ...body }),
  differ,
});

export const ORDER_WORDS: Readonly<Record<Order, string>> = {
  arrival: 'whoever came first',
  fewest: 'whoever had the fewest turns in this stream',
  'head-start': 'whoever came first, with a head start',
};
/** When each message is said, as the start of a sentence. */
export const MESSAGE_WORDS: Readonly<Record<QueueMessage, string>> = {
  opened: 'When it opens',
  closed: 'When it closes',
  called: 'To whoever is called',
  reminder: 'Halfway through the call',
  missed: 'When a call is missed, and they are out',
  back: 'When a call is missed, and they move back',
  confirmed: 'When they answer',
};

const again = (turns: number | null): string =>
  turns === null
    ? 'not again in this stream'
    : turns === 0
      ? 'at once'
      : `after ${String(turns)} turns of others`;

export const QUEUE_PARTS = {
  name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
  byDefault: {
    label: 'Default',
    of: ({ byDefault }) => byDefault,
    words: ({ byDefault }) => (byDefault ? 'yes' : 'no'),
  },
  categories: {
    label: 'Categories',
    of: ({ categories }) => categories,
    words: ({ categories }) => categories.join(', ') || 'any',
  },
  places: { label: 'Places', of: ({ places }) => places, words: ({ places }) => String(places) },
  party: { label: 'Play at once', of: ({ party }) => party, words: ({ party }) => String(party) },
  who: {
    label: 'Who may join',
    of: ({ lowestRole, rank }) => [lowestRole, rank],
    words: ({ lowestRole, rank }) => (rank === '' ? lowestRole : `${lowestRole}, from a rank up`),
  },
  cost: { label: 'Cost', of: ({ cost }) => cost, words: ({ cost }) => (cost === 0 ? 'free' : String(cost)) },
  order: {
    label: 'Order',
    of: ({ order, headStart }) => [order, headStart],
    words: ({ order }) => ORDER_WORDS[order],
  },
  again: { label: 'Join again', of: (body) => body.again, words: (body) => again(body.again) },
  closes: {
    label: 'Closes',
    of: ({ closes }) => closes,
    words: ({ closes: { after, at } }) =>
      [after > 0 ? `after ${String(after)} joined` : '', at === '' ? '' : `at ${at}`]
        .filter(Boolean)
        .join(', ') || 'by hand only',
  },
  call: {
    label: 'Call',
    of: ({ call }) => call,
    words: ({ call }) =>
      `${String(call.seconds)} s, then ${call.missed === 'out' ? 'out' : `${String(call.places)} back`}`,
  },
  showHandles: {
    label: 'Handles in the list',
    of: ({ showHandles }) => showHandles,
    words: ({ showHandles }) => (showHandles ? 'shown' : 'not shown'),
  },
  says: {
    label: 'Messages',
    of: ({ says }) => says,
    words: ({ says }) =>
      QUEUE_MESSAGES.filter((message) => says[message] !== '')
        .map((message) => plainText(says[message]))
        .join(' / '),
  },
} as const satisfies Parts<QueueBody>;

/** As it is sent: the same, but for lists that nobody promises not to change. */
const sent = (body: QueueBody) => ({
  ...body,
  categories: [...body.categories],
  headStart: { ...body.headStart },
  closes: { ...body.closes },
  call: { ...body.call },
  says: { ...body.says },
});

export const QUEUE_KIND: Kind<QueueBody, Queue> = {
  thing: 'queue',
  word: 'queue',
  path: '/prepare/queues',
  drafts: queueDrafts,
  blank: blankQueue,
  bodyOf: (queue) => queueBody(queue),
  copyOf: (body) => ({ ...body, name: `${body.name} copy`, byDefault: false }),
  readVersion: (body) => ({ ...blankQueue(), ...body }),
  parts: QUEUE_PARTS,
  server: {
    create: (body) => answerOf(api.POST('/api/queues', { body: sent(body) })),
    replace: (id, body, version) =>
      answerOf(api.PUT('/api/queues/{id}', { params: { path: { id } }, body: { ...sent(body), version } })),
    remove: (id) => answerOf(api.DELETE('/api/queues/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/queues/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(api.POST('/api/queues/{id}/step-back', { params: { path: { id } }, body: { version } })),
  },
  ...placesIn<Queue>(queuesQuery.queryKey, ({ name }) => name),
};

export const HANDLE_KIND: Kind<HandleBody, GameHandle> = {
  thing: 'handle',
  word: 'handle',
  path: '/prepare/handles',
  drafts: handleDrafts,
  blank: blankHandle,
  bodyOf: (handle) => handleBody(handle),
  copyOf: (body) => ({ ...body, category: '' }),
  readVersion: (body) => ({ ...blankHandle(), ...body }),
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    category: {
      label: 'Category',
      of: ({ category }) => category,
      words: ({ category }) => category || 'none',
    },
    pattern: { label: 'Pattern', of: ({ pattern }) => pattern, words: ({ pattern }) => pattern || 'any' },
    example: { label: 'Example', of: ({ example }) => example, words: ({ example }) => example || 'none' },
    required: {
      label: 'Required',
      of: ({ required }) => required,
      words: ({ required }) => (required ? 'yes' : 'no'),
    },
    own: { label: 'Yours', of: ({ own }) => own, words: ({ own }) => own || 'none' },
  },
  server: {
    create: (body) => answerOf(api.POST('/api/handles', { body })),
    replace: (id, body, version) =>
      answerOf(api.PUT('/api/handles/{id}', { params: { path: { id } }, body: { ...body, version } })),
    remove: (id) => answerOf(api.DELETE('/api/handles/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/handles/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(api.POST('/api/handles/{id}/step-back', { params: { path: { id } }, body: { version } })),
  },
  ...placesIn<GameHandle>(handlesQuery.queryKey, ({ category }) => category),
};
