import { describe, expect, test } from '@jest/globals';
import type { Outgoing, Person } from './person.js';
import { Room } from './room.js';

function person(nick: string): Person & { readonly heard: string[] } {
  const heard: string[] = [];
  return {
    nick,
    user: 'u',
    account: undefined,
    roles: [],
    away: false,
    heard,
    receive: ({ line }: Outgoing) => void heard.push(line.replace(/^\S+ /u, '')),
  };
}

describe('the room', () => {
  test('tells everyone in it who comes, speaks, is renamed and goes, and nobody after they left', () => {
    const room = new Room('#lanternhour', (nick) => (nick === 'mossmoth' ? 'o' : undefined));
    const [moth, wren] = [person('mossmoth'), person('pebblewren')];
    room.join(moth);
    room.join(wren);
    room.say(wren, 'evening all');
    room.rename(wren, 'wren');
    wren.nick = 'wren';
    room.leave(wren, 'PART', 'supper');
    room.say(moth, 'already gone');
    expect(moth.heard).toEqual([
      'JOIN #lanternhour',
      'MODE #lanternhour +o mossmoth',
      'JOIN #lanternhour',
      'PRIVMSG #lanternhour :evening all',
      'NICK wren',
      'PART #lanternhour supper',
      'PRIVMSG #lanternhour :already gone',
    ]);
    expect(wren.heard.at(-1)).toBe('PART #lanternhour supper');
    expect(room.size).toBe(1);
  });

  test.each([
    ['cheap_*!*@*', 'cheap_ropes_4u', true],
    ['CHEAP_ROPES_?U!u@viewers.example', 'cheap_ropes_4u', true],
    ['*', 'anybody', true],
    ['cheap_?!*@*', 'cheap_ropes_4u', false],
    ['', 'anybody', false],
    ['(a+)+$!*@*', 'aaaaaaaaaaaaaaaaaaaaaaaaaaaa', false],
    [`${'*a'.repeat(40)}!*`, 'a'.repeat(39), false],
  ])('a ban of %j on %s: %s', (mask, nick, banned) => {
    const room = new Room('#lanternhour', () => undefined);
    room.bans.add(mask);
    expect(room.refusal(person(nick)) !== undefined).toBe(banned);
  });

  test('by invitation only, when so', () => {
    const room = new Room('#lanternhour', () => undefined);
    room.flags.add('i');
    expect(room.refusal(person('siltlark'))?.[0]).toBe('473');
    room.invited.add('siltlark');
    expect(room.refusal(person('SiltLark'))).toBeUndefined();
  });
});
