import { BLANK_HANDLE, BLANK_QUEUE, type Handle, type QueueBody } from '@gully/core/queue';

/** The demo's queues, one for each game, and what names in those games look like. */
export const ROPES: QueueBody & { readonly id: string } = {
  ...BLANK_QUEUE,
  id: 'DEMOQUEUE00000000000000001',
  name: 'Underledge ropes',
  byDefault: true,
  categories: ['Underledge'],
  party: 3,
  places: 30,
  order: 'fewest',
  again: 2,
  call: { ...BLANK_QUEUE.call, seconds: 180 },
};

export const DUELS: QueueBody & { readonly id: string } = {
  ...BLANK_QUEUE,
  id: 'DEMOQUEUE00000000000000002',
  name: 'Dash duels',
  categories: ['Dripstone Dash'],
  order: 'head-start',
  call: { ...BLANK_QUEUE.call, seconds: 60, missed: 'out', next: true },
};

export const ROPE_ID: Handle = {
  ...BLANK_HANDLE,
  id: 'DEMOHANDLE0000000000000001',
  name: 'rope ID',
  category: 'Underledge',
  pattern: '[A-Z]{2}-[0-9]{4}',
  example: 'KV-2047',
  own: 'OD-0001',
};

export const LANE_CODE: Handle = {
  ...BLANK_HANDLE,
  id: 'DEMOHANDLE0000000000000002',
  name: 'lane code',
  category: 'Dripstone Dash',
  pattern: '[a-z0-9]{6}',
  example: 'drip42',
  own: 'odalys',
};

/** What someone is called in a game: made of their name, and nobody else’s. */
export function handleOf({ id }: Handle, name: string, number: number): string {
  const letters = name.replace(/[^a-z]/gu, '').padEnd(4, 'x');
  return id === ROPE_ID.id
    ? `${letters.slice(0, 2).toUpperCase()}-${String((1_000 + number * 37) % 10_000).padStart(4, '0')}`
    : `${letters.slice(0, 4)}${String(number % 100).padStart(2, '0')}`;
}
