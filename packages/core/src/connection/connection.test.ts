import { expect, test } from '@jest/globals';
import { BLANK_ROOM, readServer, roomFaults } from './index.js';

test.each([
  ['irc.example.org', { host: 'irc.example.org' }],
  [' irc.example.org:6667 ', { host: 'irc.example.org', port: 6667, tls: false }],
  ['irc.example.org:7000', { host: 'irc.example.org', port: 7000, tls: true }],
  ['ircs://irc.example.org/#lamp', { host: 'irc.example.org', port: 6697, tls: true, channel: '#lamp' }],
  ['IRC://irc.example.org/lamp', { host: 'irc.example.org', port: 6667, tls: false, channel: '#lamp' }],
  ['irc://[::1]:6670/%23lamp', { host: '::1', port: 6670, tls: false, channel: '#lamp' }],
  ['irc://h/%E0%A4%A', { host: 'h', port: 6667, tls: false, channel: '#%E0%A4%A' }],
  ['two words', { host: 'two words' }],
  ['', { host: '' }],
])('%j is read as where a room is', (typed, read) => {
  expect(readServer(typed)).toEqual(read);
});

test('what is wrong is said by field, and a whole room has nothing wrong', () => {
  expect(Object.keys(roomFaults(BLANK_ROOM))).toEqual(['host', 'channel']);
  const room = { ...BLANK_ROOM, host: 'irc.example.org', channel: '#lamp' };
  expect(roomFaults(room)).toEqual({});
  expect(
    Object.keys(roomFaults({ ...room, port: 65_536, nick: 'a b', rolesTag: '+x', account: 'a:b' })),
  ).toEqual(['port', 'nick', 'account', 'rolesTag']);
});
