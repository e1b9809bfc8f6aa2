import { expect, test } from '@jest/globals';
import { readEnvironment } from './index.js';

test('defaults hold where nothing is set, and what is set is read by its kind', () => {
  expect(readEnvironment({ GULLY_IRC_PORT: '', PATH: '/bin' })).toMatchObject({
    GULLY_IRC_PORT: 6667,
    GULLY_IRC_TLS: false,
    GULLY_DATA_DIR: './data',
  });
  expect(readEnvironment({ GULLY_IRC_PORT: '6697', GULLY_IRC_TLS: 'true' })).toMatchObject({
    GULLY_IRC_PORT: 6697,
    GULLY_IRC_TLS: true,
  });
});

test.each([
  ['GULLY_IRC_PORT', 'seven'],
  ['GULLY_HTTP_HOST', '0.0.0.0'],
  ['GULLY_IRC_CHANNEL', 'lanternhour'],
  ['GULLY_ROLES_TAG', '+roles'],
  ['GULLY_CHAT_LIMIT', '0'],
  ['GULLY_IRC_TLS', 'perhaps'],
  ['GULLY_STANDIN_URL', 'not an address'],
])('a wrong %s is named with what it was', (name, value) => {
  expect(() => readEnvironment({ [name]: value })).toThrow(
    new RegExp(`${name} is “${value.replace(/[.+]/gu, '\\$&')}”`, 'u'),
  );
});
