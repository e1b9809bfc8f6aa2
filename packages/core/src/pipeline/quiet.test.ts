import { EMPTY_WORLD, type World } from '../channel/index.js';
import { expect, test } from '@jest/globals';
import { BLANK_COMMAND, prepareCommand, TriggerIndex } from '../commands/index.js';
import { decideLine } from './index.js';
import { sayOnly } from '../routines/index.js';
import type { Role } from '../chat/index.js';
import { NOT_QUIET, quietAt, type Quiet } from '../quiet/index.js';

test('quiet ends by itself, or once it is lifted', () => {
  expect(quietAt(NOT_QUIET, 5)).toBeUndefined();
  expect(quietAt({ level: 'all', until: null }, Infinity)).toBe('all');
  expect(quietAt({ level: 'timers', until: 10 }, 9)).toBe('timers');
  expect(quietAt({ level: 'timers', until: 10 }, 10)).toBeUndefined();
});

const world = (quiet: Quiet): World => {
  const base = EMPTY_WORLD;
  const lake = {
    ...BLANK_COMMAND,
    id: 'lake',
    trigger: { ...BLANK_COMMAND.trigger, name: 'lake' },
    routine: sayOnly('Nobody has stood at it yet.'),
  };
  return {
    ...base,
    quiet,
    commands: { ...base.commands, index: new TriggerIndex([prepareCommand(lake, '!')], '!') },
  };
};
const outcome = (quiet: Quiet, text: string, roles: readonly Role[] = []): [string, number] => {
  const line = { id: 'l', connection: 'irc', viewer: 'v', name: 'siltlark', roles, text, at: 5 };
  const { why, started } = decideLine(line, world(quiet));
  return [why.outcome, started.length];
};

test.each([
  [
    'off',
    [
      ['ran', 1],
      ['talk', 0],
      ['ran', 1],
    ],
  ],
  [
    'timers',
    [
      ['ran', 1],
      ['talk', 0],
      ['ran', 1],
    ],
  ],
  [
    'moderators',
    [
      ['stopped', 0],
      ['talk', 0],
      ['ran', 1],
    ],
  ],
  [
    'all',
    [
      ['stopped', 0],
      ['talk', 0],
      ['stopped', 0],
    ],
  ],
] as const)(
  'while it is %s, a viewer’s command, their talk and a moderator’s command come to %j',
  (level, expected) => {
    const quiet: Quiet = { level, until: 10 };
    expect([
      outcome(quiet, '!lake'),
      outcome(quiet, 'how deep is it'),
      outcome(quiet, '!lake', ['moderator']),
    ]).toEqual(expected);
    expect(outcome({ level, until: 5 }, '!lake')).toEqual(['ran', 1]);
  },
);
