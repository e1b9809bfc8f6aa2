import { expect, test } from '@jest/globals';
import { CONNECTION_STATES } from '@gully/core/news';
import type { Connection } from '../api/index.js';
import { connectionWords } from './connection-words.js';

const NOW = Date.parse('2026-11-19T20:31:00.000Z');
const connection: Connection = {
  state: 'connected',
  since: '2026-11-19T20:00:00.000Z',
  words: '',
  nextTryAt: null,
  nick: 'gully',
  channel: '#lanternhour',
  server: '127.0.0.1:6667',
  present: 12,
  capabilities: [],
  waiting: 0,
};

test('every state has words of its own, and says what follows from it', () => {
  const all = CONNECTION_STATES.map((state) =>
    connectionWords({ ...connection, state, words: 'too many of you' }, NOW),
  );
  expect(new Set(all.map(({ brief }) => brief)).size).toBe(CONNECTION_STATES.length);
  for (const { means } of all) expect(means).toMatch(/\w{3}/u);
});

test('without rights it says how to grant them', () => {
  expect(connectionWords({ ...connection, state: 'limited' }, NOW).means).toMatch(
    /\/mode #lanternhour \+o gully$/u,
  );
});

test.each([
  ['2026-11-19T20:31:04.200Z', 'Next try in 5 s.'],
  ['2026-11-19T20:30:59.000Z', 'Next try in 0 s.'],
])('a loss tells the server’s words and counts down to the next try: %s', (nextTryAt, words) => {
  expect(
    connectionWords({ ...connection, state: 'refused', words: 'closing link', nextTryAt }, NOW).means,
  ).toBe(`The server said: closing link. ${words}`);
  expect(connectionWords({ ...connection, state: 'lost', words: 'closing link', nextTryAt }, NOW).means).toBe(
    `closing link. Messages wait. ${words}`,
  );
});
