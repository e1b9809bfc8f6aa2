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
import { type GameHandle, type Queue } from '../api/index.js';
import { declared, type Parts } from '../editing/index.js';

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

export const QUEUE_KIND = declared<QueueBody, Queue>({
  thing: 'queue',
  blank: BLANK_QUEUE,
  bodyOf: (queue) => queueBody(queue),
  copyOf: (body) => ({ ...body, name: `${body.name} copy`, byDefault: false }),
  parts: QUEUE_PARTS,
});

export const HANDLE_KIND = declared<HandleBody, GameHandle>({
  thing: 'handle',
  blank: BLANK_HANDLE,
  sortedBy: ({ category }) => category,
  bodyOf: (handle) => handleBody(handle),
  copyOf: (body) => ({ ...body, category: '' }),
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
});
