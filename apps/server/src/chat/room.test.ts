import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Room } from './room.js';

describe('who is in the channel', () => {
  test('any run of comings, goings and renamings leaves the right people, each with the key they came with', () => {
    const nick = fc.constantFrom('pebblewren', 'siltlark', 'tallowfen', 'oxbowkid');
    const act = fc.oneof(
      fc.record({ kind: fc.constant('join' as const), nick, account: fc.option(nick, { nil: undefined }) }),
      fc.record({ kind: fc.constant('leave' as const), nick }),
      fc.record({ kind: fc.constant('rename' as const), nick, to: nick }),
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 60 }), (acts) => {
        const room = new Room();
        const model = new Map<string, string>();
        for (const each of acts) {
          // A server lets nobody join twice, nor take a nick that is there.
          if (each.kind === 'join' && !model.has(each.nick)) {
            room.join(each.nick.toUpperCase(), each.account);
            model.set(
              each.nick,
              each.account === undefined ? `nick:${each.nick}` : `account:${each.account}`,
            );
          } else if (each.kind === 'leave') {
            room.leave(each.nick);
            model.delete(each.nick);
          } else if (each.kind === 'rename' && model.has(each.nick) && !model.has(each.to)) {
            room.rename(each.nick, each.to);
            model.set(each.to, model.get(each.nick)!);
            model.delete(each.nick);
          }
          expect(room.size).toBe(model.size);
          for (const [name, key] of model) expect(room.keyOf(name, undefined)).toBe(key);
        }
      }),
    );
  });

  test('the account the server vouches for with a line goes before what was known', () => {
    const room = new Room();
    room.join('pebblewren', undefined);
    expect(room.keyOf('pebblewren', 'wren')).toBe('account:wren');
    expect(room.keyOf('stranger', undefined)).toBe('nick:stranger');
  });
});

describe('roles by mode', () => {
  test('come with the list, are given and taken, and survive asking for the list again', () => {
    const room = new Room();
    room.replace([
      { nick: 'odalys_tarn', modes: ['q', 'o'] },
      { nick: 'quillrush', modes: ['v'] },
    ]);
    expect(room.rolesOf('ODALYS_TARN')).toEqual(['streamer', 'moderator']);
    room.setMode('quillrush', 'o', true);
    room.setMode('quillrush', 'v', false);
    room.setMode('nobody', 'o', true);
    expect(room.rolesOf('quillrush')).toEqual(['moderator']);
    expect(room.rolesOf('nobody')).toEqual([]);
    room.rename('quillrush', 'quill');
    room.join('pebblewren', 'wren');
    room.replace([
      { nick: 'quill', modes: ['o'] },
      { nick: 'pebblewren', modes: [] },
    ]);
    expect(room.keyOf('quill', undefined)).toBe('nick:quillrush');
    expect(room.keyOf('pebblewren', undefined)).toBe('account:wren');
    expect(room.size).toBe(2);
    room.clear();
    expect(room.size).toBe(0);
  });
});
