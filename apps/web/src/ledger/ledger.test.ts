import '../test-support/browser.js';
import { expect, test } from '@jest/globals';
import type { Posting } from '../api/index.js';
import { aboutInWords } from './about.js';
import { ALL_POSTINGS, queryOf } from './queries.js';

const posting = (more: Partial<Posting>): Posting => ({
  id: 1,
  at: '2026-11-26T10:00:00.000Z',
  cause: 'payout',
  reference: '',
  by: 'Gully',
  total: 5,
  count: 1,
  entries: [],
  reverses: null,
  reversedBy: null,
  moved: null,
  ...more,
});
const NAMES = new Map([['c1', '!bell']]);

test.each<[Partial<Posting>, string]>([
  [{ cause: 'payout', count: 1 }, 'to 1 viewer'],
  [{ cause: 'payout', count: 1_204, reference: 'offline' }, 'to 1,204 viewers while offline'],
  [{ cause: 'event', reference: 'follow' }, 'first follow'],
  [{ cause: 'event', reference: 'something-new' }, 'something-new'],
  [{ cause: 'command', reference: 'c1' }, '!bell'],
  [{ cause: 'command', reference: 'gone' }, ''],
  [{ cause: 'correction', reference: 'take' }, 'taken'],
  [{ cause: 'correction', reference: 'c1' }, '!bell'],
])('%j is told as %p', (more, words) => {
  expect(aboutInWords(posting(more), (id) => NAMES.get(id))).toBe(words);
});

test('what is asked for has only what was chosen, and a span as a time', () => {
  expect(queryOf(ALL_POSTINGS)).toEqual({});
  const viewer = { id: 'v1', name: 'fernhatch' };
  const asked = queryOf({ cause: 'gift', reference: 'c1', span: 'hour', viewer });
  expect(asked).toMatchObject({ cause: 'gift', reference: 'c1', viewer: 'v1' });
  expect(Math.abs(Date.now() - 3_600_000 - Date.parse(asked.since ?? ''))).toBeLessThan(5_000);
});
