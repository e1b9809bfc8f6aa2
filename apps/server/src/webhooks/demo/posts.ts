import type { DeliveryRow } from '../rows.js';

/** The webhook of the demo: the stand-in's board. */
export const BOARD = 'Community board';

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

const POSTS: readonly (readonly [
  before: number,
  by: string,
  at: string,
  came: Pick<DeliveryRow, 'state' | 'tries' | 'answer'>,
])[] = [
  [6 * DAY, 'mossmoth', '1 h 12 min', { state: 'arrived', tries: 1, answer: '202 {}' }],
  [4 * DAY, 'brackenfold', '26 min', { state: 'arrived', tries: 3, answer: '202 {}' }],
  [
    4 * DAY - 40 * MINUTE,
    'mossmoth',
    '1 h 6 min',
    { state: 'given-up', tries: 1, answer: '410 {"title":"This board is full"}' },
  ],
  [DAY, 'brackenfold', '48 min', { state: 'arrived', tries: 1, answer: '202 {}' }],
  [11 * MINUTE, 'mossmoth', '22 min', { state: 'arrived', tries: 1, answer: '202 {}' }],
];

/** What the demo's board was sent on past evenings, and tonight. @param newId gives ids in their order */
export function demoPosts(now: number, newId: (at: number) => string): DeliveryRow[] {
  return POSTS.map(([before, by, uptime, came]) => ({
    id: newId(now - before),
    webhook: BOARD,
    body: JSON.stringify({ text: `A moment worth keeping, marked by ${by}`, at: uptime }),
    at: now - before,
    nextAt: null,
    ...came,
  }));
}
