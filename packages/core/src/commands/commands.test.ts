import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ChatLine, Role } from '../chat/index.js';
import {
  ALIASES_LIMIT,
  BLANK_COMMAND,
  checkCommand,
  cooldownLeft,
  decideCommand,
  indexCommands,
  prepareCommand,
  readTyped,
  type Command,
  type CommandUse,
  type CommandWorld,
} from './index.js';

const DEPTH: Command = {
  ...BLANK_COMMAND,
  id: 'c1',
  name: 'depth',
  aliases: ['deep'],
  text: '{{ viewer.name }}, 212 m. {{ input.all }}',
  cooldown: 20,
  viewerCooldown: 60,
};
const NOT_USED: CommandUse = { uses: 0, lastUse: undefined, lastUseByViewer: undefined };

function worldOf(commands: readonly Command[], use: CommandUse = NOT_USED): CommandWorld {
  return {
    index: indexCommands(commands.map((command) => prepareCommand(command))),
    channelName: 'lanternhour',
    use: () => use,
  };
}
function line(text: string, roles: readonly Role[] = [], at = 1_000_000): ChatLine {
  return { id: 'l1', viewer: 'v1', name: 'pebblewren', roles, text, at };
}

describe('reading a message as a command', () => {
  test.each([
    ['!depth', 'depth', ''],
    ['  !Depth  240  m ', 'Depth', '240  m'],
    ['!深さ 3', '深さ', '3'],
  ])('%j', (text, name, input) => {
    expect(readTyped(text)).toEqual({ name, input });
  });

  test.each(['', '!', '! depth', '!!', '!!depth', 'so !depth', 'depth'])('%j is no command', (text) => {
    expect(readTyped(text)).toBeUndefined();
  });

  test('5,000 characters in any script never throw, and an input is what followed the name', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 5_000 }), (text) => {
        const typed = readTyped(`!depth ${text}`);
        expect(typed?.name).toBe('depth');
        expect(typed?.input).toBe(text.trim());
      }),
    );
  });
});

describe('deciding', () => {
  test('name and alias answer alike, in any case', () => {
    for (const text of ['!depth now', '!DEEP now']) {
      const decision = decideCommand(line(text), worldOf([DEPTH]));
      expect(decision.effects).toEqual([{ kind: 'say', lines: ['pebblewren, 212 m. now'] }]);
      expect(decision.changes).toEqual([{ kind: 'use', commandId: 'c1', viewer: 'v1', at: 1_000_000 }]);
      expect(decision.why).toMatchObject({ outcome: 'ran', decided: 'Ran !depth, said 1 line' });
    }
  });

  test.each<[string, Partial<Command>, readonly Role[], Partial<CommandUse>, string, string]>([
    ['off', { enabled: false }, [], {}, 'stopped', 'switched off'],
    ['unreadable', { text: '{{ viewer' }, [], {}, 'stopped', 'off by itself: Output "{{ viewer" not closed'],
    ['role', { lowestRole: 'subscriber' }, ['follower'], {}, 'stopped', 'for subscribers and up'],
    ['channel cooldown', {}, [], { lastUse: 992_000 }, 'waiting', 'cooling down, 12 s left'],
    [
      'viewer cooldown',
      {},
      [],
      { lastUse: 970_000, lastUseByViewer: 970_000 },
      'waiting',
      'cooling down, 30 s left',
    ],
    [
      'the first that stops decides',
      { lowestRole: 'vip' },
      [],
      { lastUse: 999_000 },
      'stopped',
      'for VIPs and up',
    ],
  ])('a gate stops it and says why: %s', (_, change, roles, use, outcome, brief) => {
    const decision = decideCommand(
      line('!depth', roles),
      worldOf([{ ...DEPTH, ...change }], { ...NOT_USED, ...use }),
    );
    expect(decision).toMatchObject({
      changes: [],
      effects: [],
      why: { outcome, brief, decided: `Did not run: ${brief}` },
    });
    expect(decision.why.checks.at(-1)?.outcome).toBe('stopped');
    expect(decision.why.checks.slice(0, -1).every((check) => check.outcome === 'passed')).toBe(true);
  });

  test('the streamer passes roles and does not wait', () => {
    const use = { uses: 4, lastUse: 999_999, lastUseByViewer: 999_999 };
    expect(
      decideCommand(line('!depth', ['streamer']), worldOf([{ ...DEPTH, lowestRole: 'moderator' }], use)).why
        .outcome,
    ).toBe('ran');
  });

  test('an unknown name names the nearest; ordinary talk is left alone', () => {
    expect(decideCommand(line('!deph'), worldOf([DEPTH])).why).toMatchObject({
      outcome: 'nothing',
      decided: 'No command is called !deph; !depth is the nearest',
    });
    expect(decideCommand(line('how deep is it'), worldOf([DEPTH])).why).toMatchObject({
      outcome: 'nothing',
      brief: 'no command',
      checks: [],
    });
  });

  test('what a viewer types cannot begin the bot’s line with a platform command', () => {
    const echo = { ...DEPTH, text: '{{ input.all }}' };
    expect(decideCommand(line('!depth /ban mossmoth\r\nKICK x'), worldOf([echo])).effects).toEqual([
      { kind: 'say', lines: ['ban mossmoth KICK x'] },
    ]);
  });

  test('a text that comes out empty says nothing, but counts and explains itself', () => {
    const decision = decideCommand(line('!depth'), worldOf([{ ...DEPTH, text: '{{ input.all }}' }]));
    expect(decision).toMatchObject({
      effects: [],
      why: { outcome: 'ran', decided: 'Ran !depth, nothing was left to say' },
    });
    expect(decision.changes).toHaveLength(1);
  });
});

test('a cooldown is never longer than set, never negative, and over exactly when it says', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 86_400 }), fc.nat(), fc.nat(), (seconds, last, now) => {
      const left = cooldownLeft(seconds, last, now);
      expect(left).toBeGreaterThanOrEqual(0);
      expect(left).toBeLessThanOrEqual(seconds * 1000);
      if (now >= last) expect(cooldownLeft(seconds, last, now + left)).toBe(0);
      if (now >= last && left > 0) expect(cooldownLeft(seconds, last, now + left - 1)).toBe(1);
    }),
  );
});

describe('checking before saving', () => {
  const other: Command = { ...DEPTH, id: 'c2', name: 'map', aliases: ['Survey'] };
  const faultsOf = (change: Partial<Command>): ReturnType<typeof checkCommand> =>
    checkCommand({ ...DEPTH, ...change }, [other]);

  test('a good command has no faults, prefix and spaces around its name or not', () => {
    expect(faultsOf({})).toEqual({});
    expect(faultsOf({ name: ' !depth ' })).toEqual({});
  });

  test.each<[Partial<Command>, keyof Command, RegExp]>([
    [{ name: ' ' }, 'name', /Give it a name/],
    [{ name: 'how deep' }, 'name', /one word/],
    [{ name: 'MAP' }, 'name', /!MAP is taken: there is a command of that name/],
    [{ name: 'survey' }, 'name', /!survey is taken: it is an alias of !map/],
    [{ name: 'ｍａｐ' }, 'name', /is taken/],
    [{ name: 'de\u200bpth' }, 'name', /invisible/],
    [{ name: '🕯️'.repeat(41) }, 'name', /at most 40 characters; this has 41/],
    [{ aliases: ['deep', 'DEEP'] }, 'aliases', /!DEEP is there twice/],
    [{ aliases: ['depth'] }, 'aliases', /twice/],
    [{ aliases: ['map'] }, 'aliases', /taken/],
    [
      { aliases: Array.from({ length: ALIASES_LIMIT + 1 }, (_, n) => `a${String(n)}`) },
      'aliases',
      /at most 200/,
    ],
    [{ text: '  ' }, 'text', /Write what the bot says/],
    [{ text: 'one\n{{ viewer' }, 'text', /^Line 2, column 1: /],
    [{ text: 'x'.repeat(5_001) }, 'text', /5001 characters; 5000 is the most/],
    [{ cooldown: 1.5 }, 'cooldown', /whole number/],
    [{ viewerCooldown: Number.NaN }, 'viewerCooldown', /whole number/],
  ])('%j', (change, field, words) => {
    expect(faultsOf(change)).toEqual({ [field]: expect.stringMatching(words) });
  });
});
