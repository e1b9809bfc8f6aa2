import { expect, test } from '@jest/globals';
import type { Role } from '@gully/core/chat';
import { standingOfSpeaker } from './speaker.js';

const settings = { rolesTag: 'gully.example/roles', streamer: 'Odalys_Tarn' };
const speaker: Parameters<typeof standingOfSpeaker>[0] = { nick: 'pebblewren', tags: {} };

test.each<[string, Partial<typeof speaker>, boolean, Role[]]>([
  ['nobody in particular', {}, true, []],
  [
    'by the server’s tag',
    { tags: { 'gully.example/roles': 'follower,subscriber' } },
    true,
    ['subscriber', 'follower'],
  ],
  ['by a tag of another name', { tags: { '+gully.example/roles': 'moderator', roles: 'vip' } }, true, []],
  ['the streamer’s account under any nick', { account: 'odalys_tarn' }, true, ['streamer']],
  ['the streamer’s nick without the account', { nick: 'odalys_tarn' }, true, []],
  [
    'the streamer’s nick with another’s account',
    { nick: 'odalys_tarn', account: 'cheap_ropes_4u' },
    true,
    [],
  ],
  ['the streamer’s nick where no server vouches', { nick: 'ODALYS_TARN' }, false, ['streamer']],
])('%s', (_, given, vouched, roles) => {
  expect(standingOfSpeaker({ ...speaker, ...given }, [], settings, vouched).roles).toEqual(roles);
});

test('roles by mode are kept, each once', () => {
  const tags = { 'gully.example/roles': 'vip,moderator' };
  expect(standingOfSpeaker({ ...speaker, tags }, ['vip'], settings, true).roles).toEqual([
    'vip',
    'moderator',
  ]);
  expect(standingOfSpeaker(speaker, ['moderator'], { ...settings, streamer: '' }, false).roles).toEqual([
    'moderator',
  ]);
});
