import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Role } from '../chat/index.js';
import { FREE, type Ranks } from '../currency/index.js';
import { OFFLINE } from '../stream/index.js';
import { command, line, NOT_USED, purseOf, worldOf, type Parts } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';
import {
  checkCommand,
  cooldownLeft,
  decideCommand,
  STARTERS,
  type Command,
  type CommandUse,
  type Gates,
} from './index.js';

const DEPTH = command(
  'c1',
  '{{ viewer.name }}, 212 m. {{ input.all }}',
  { name: 'depth', aliases: ['deep'], phrases: ['how deep are we'] },
  { cooldown: 20, viewerCooldown: 60 },
);
const gated = (gates: Partial<Gates>): Command => ({ ...DEPTH, gates: { ...DEPTH.gates, ...gates } });
const used = (use: Partial<CommandUse>): Parts => ({ commands: { use: () => ({ ...NOT_USED, ...use }) } });

const CLIMB: Ranks = {
  by: 'watch',
  ranks: [
    { id: 'scrambler', name: 'Scrambler', from: 0, lowestRole: 'viewer', routine: null },
    { id: 'ropehand', name: 'Ropehand', from: 10, lowestRole: 'viewer', routine: null },
  ],
};

describe('deciding', () => {
  test('name, alias and phrase answer alike, in any case', () => {
    for (const [text, behind] of [
      ['!depth now', 'now'],
      ['!DEEP now', 'now'],
      ['So, HOW deep are we', 'So, HOW deep are we'],
    ] as const) {
      const decision = decideCommand(line(text), worldOf([DEPTH]));
      expect(decision.effects).toEqual([{ kind: 'say', lines: [`pebblewren, 212 m. ${behind}`] }]);
      expect(decision.changes).toEqual([
        { kind: 'use', commandId: 'c1', viewer: 'v-pebblewren', at: 1_000_000 },
      ]);
      expect(decision.why).toMatchObject({ outcome: 'ran', decided: 'Ran !depth, said 1 line' });
    }
  });

  test.each<[string, Command, readonly Role[], Parts, string, string]>([
    ['off', { ...DEPTH, enabled: false }, [], {}, 'stopped', 'switched off'],
    [
      'unreadable',
      command('c1', '{{ viewer', { name: 'depth' }),
      [],
      {},
      'stopped',
      'cannot run: Output "{{ viewer" not closed',
    ],
    [
      'offline',
      gated({ when: { live: 'live', categories: [], from: '', to: '' } }),
      [],
      {},
      'stopped',
      'only when live',
    ],
    [
      'connection',
      { ...DEPTH, trigger: { ...DEPTH.trigger, connections: ['other'] } },
      [],
      {},
      'stopped',
      'only from other',
    ],
    ['role', gated({ lowestRole: 'subscriber' }), ['follower'], {}, 'stopped', 'for subscribers and up'],
    [
      'a list of roles',
      gated({ onlyRoles: ['vip', 'subscriber'] }),
      ['moderator'],
      {},
      'stopped',
      'for VIPs, subscribers only',
    ],
    [
      'never',
      gated({ never: [{ name: 'Pebblewren', viewer: null }] }),
      ['moderator'],
      {},
      'stopped',
      'never for pebblewren',
    ],
    [
      'only for one other',
      gated({ lowestRole: 'streamer', always: [{ name: 'quillrush', viewer: 'v-quillrush' }] }),
      ['moderator'],
      {},
      'stopped',
      'for quillrush',
    ],
    [
      'a name that is bound to someone else',
      gated({ lowestRole: 'streamer', always: [{ name: 'pebblewren', viewer: 'v-other' }] }),
      [],
      {},
      'stopped',
      'for pebblewren',
    ],
    ['channel cooldown', DEPTH, [], used({ lastUse: 992_000 }), 'waiting', 'cooling down, 12 s left'],
    [
      'viewer cooldown',
      DEPTH,
      [],
      used({ lastUse: 970_000, lastUseByViewer: 970_000 }),
      'waiting',
      'cooling down, 30 s left',
    ],
    [
      'the first that stops decides',
      gated({ lowestRole: 'vip' }),
      [],
      used({ lastUse: 999_000 }),
      'stopped',
      'for VIPs and up',
    ],
    [
      'rank',
      gated({ rank: 'ropehand' }),
      [],
      { purse: purseOf({ 'viewer:v-pebblewren': { balance: 9 } }, {}, CLIMB) },
      'stopped',
      'from Ropehand up, is Scrambler',
    ],
    [
      'cost',
      gated({ cost: { ...FREE, base: 50 } }),
      [],
      { purse: purseOf({ 'viewer:v-pebblewren': { balance: 31 } }) },
      'stopped',
      'costs 50 flint, has 31',
    ],
    ...(['rank', 'cost'] as const).map((gate): [string, Command, readonly Role[], Parts, string, string] => [
      `${gate}, of a balance that is not known`,
      gated(gate === 'rank' ? { rank: 'ropehand' } : { cost: { ...FREE, base: 50 } }),
      [],
      { purse: { ...purseOf({}, {}, CLIMB), of: () => undefined } },
      'stopped',
      'the balance could not be looked up',
    ]),
  ])('a gate stops it and says why: %s', (_, one, roles, more, outcome, brief) => {
    const decision = decideCommand(line('!depth', roles), worldOf([one], more));
    expect(decision).toMatchObject({
      changes: [],
      effects: [],
      why: { outcome, brief, decided: `Did not run: ${brief}` },
    });
    expect(decision.why.checks.at(-1)?.outcome).toBe('stopped');
    expect(decision.why.checks.slice(0, -1).every((check) => check.outcome === 'passed')).toBe(true);
  });

  test.each<[string, Command, readonly Role[], Parts]>([
    [
      'the streamer, whatever stands in the way',
      gated({ lowestRole: 'moderator', never: [{ name: 'pebblewren', viewer: null }] }),
      ['streamer'],
      used({ lastUse: 999_999 }),
    ],
    [
      'moderators, where they are let',
      gated({ moderatorsSkip: true }),
      ['moderator'],
      used({ lastUse: 999_999 }),
    ],
    [
      'a named viewer, past the role',
      gated({ lowestRole: 'vip', always: [{ name: 'x', viewer: 'v-pebblewren' }] }),
      [],
      {},
    ],
    [
      'anybody, where cost and rank are set but there is no currency',
      gated({ rank: 'Ropehand', cost: { ...FREE, base: 50 } }),
      [],
      {},
    ],
    [
      'live and in the category',
      gated({ when: { live: 'live', categories: ['Underledge'], from: '', to: '' } }),
      [],
      { stream: { ...OFFLINE, live: true, category: 'Underledge' } },
    ],
  ])('passes: %s', (_, one, roles, more) => {
    expect(decideCommand(line('!depth', roles), worldOf([one], more)).why.outcome).toBe('ran');
  });

  test('the refused hear the gate’s text, at most once in 15 s, and it starts no cooldown', () => {
    const one = gated({
      refusals: { cooldown: '{{ viewer.name }}, {{ refused.wait }} more ({{ refused.why }}).' },
    });
    const first = decideCommand(line('!depth'), worldOf([one], used({ lastUse: 992_000 })));
    expect(first.effects).toEqual([
      { kind: 'say', lines: ['pebblewren, 12 s more (cooling down, 12 s left).'] },
    ]);
    expect(first.changes).toEqual([
      { kind: 'refused', commandId: 'c1', viewer: 'v-pebblewren', at: 1_000_000 },
    ]);
    for (const [told, effects] of [
      [985_001, 0],
      [985_000, 1],
    ] as const) {
      const world = worldOf([one], {
        commands: { use: () => ({ ...NOT_USED, lastUse: 992_000 }), toldRefusal: () => told },
      });
      expect(decideCommand(line('!depth'), world).effects).toHaveLength(effects);
    }
  });

  test('viewers marked as bots start only what allows it', () => {
    const bot = { ...strangerFacts('v-pebblewren', 'pebblewren', [], 0), bot: true };
    const open = { ...DEPTH, trigger: { ...DEPTH.trigger, fromBots: true } };
    expect(decideCommand(line('!depth'), worldOf([DEPTH], { viewers: { of: () => bot } })).why.brief).toBe(
      'from a bot',
    );
    expect(decideCommand(line('!depth'), worldOf([open], { viewers: { of: () => bot } })).why.outcome).toBe(
      'ran',
    );
  });

  test('an unknown name names the nearest; ordinary talk is left alone', () => {
    expect(decideCommand(line('!deph'), worldOf([DEPTH])).why).toMatchObject({
      outcome: 'nothing',
      decided: 'No command is called !deph; !depth is the nearest',
    });
    expect(decideCommand(line('how deep is it'), worldOf([DEPTH])).why).toMatchObject({
      outcome: 'talk',
      checks: [],
    });
  });

  test('what a viewer types cannot begin the bot’s line with a platform command, nor be read as a text', () => {
    const echo = command('c1', '{{ input.all }}', { name: 'depth' });
    const say = (text: string): unknown => decideCommand(line(text), worldOf([echo])).effects;
    expect(say('!depth /ban mossmoth\r\nKICK x')).toEqual([{ kind: 'say', lines: ['ban mossmoth KICK x'] }]);
    expect(say('!depth {{ viewer.name }}')).toEqual([{ kind: 'say', lines: ['{{ viewer.name }}'] }]);
    expect(decideCommand(line('!depth'), worldOf([echo])).why.decided).toBe(
      'Ran !depth, nothing was left to say',
    );
  });

  test('no message makes deciding throw', () => {
    const world = worldOf([DEPTH, ...STARTERS.map(({ id, body }) => ({ ...body, id }))]);
    fc.assert(
      fc.property(
        fc.constantFrom('', '!depth ', '!pick ', '!shout ', '!hug @'),
        fc.string({ unit: 'binary', maxLength: 500 }),
        (head, text) => {
          expect(decideCommand(line(head + text), world).why.decided).not.toBe('');
        },
      ),
    );
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
      // However the clock was set back, nobody waits longer than twice the cooldown.
      const span = seconds * 1000;
      expect(Math.min(left, cooldownLeft(seconds, last, now + 2 * span))).toBe(0);
    }),
  );
});

test('every starter passes the check beside all others, and answers when typed', () => {
  const all = STARTERS.map(({ id, body }): Command => ({ ...body, id }));
  expect(all.length).toBeGreaterThanOrEqual(15);
  const typed: Readonly<Record<string, string>> = {
    evening: 'good evening',
    lost: 'where is my lamp',
    shout: '!shout @oxbowkid',
    pick: '!pick tea or soup',
    hold: '!hold rope rules',
    release: '!release rope rules',
    fire: '!fire rope rules',
    grace: '!grace oxbowkid',
    give: '!give oxbowkid 40',
    award: '!award oxbowkid 40',
    fine: '!fine oxbowkid 40',
  };
  const purse = purseOf({ 'viewer:v-oxbowkid': { balance: 40 } });
  const live = { ...OFFLINE, live: true, liveSince: 0, title: 'Wet series', category: 'Underledge' };
  for (const one of all) {
    expect([
      one.id,
      checkCommand(
        one,
        all.filter(({ id }) => id !== one.id),
        '!',
      ),
    ]).toEqual([one.id, {}]);
    const decision = decideCommand(
      line(typed[one.id] ?? `!${one.trigger.name}`, ['streamer']),
      worldOf(all, { stream: live, purse }),
    );
    expect([one.id, decision.why.outcome, decision.commandId, decision.effects.length]).toEqual([
      one.id,
      'ran',
      one.id,
      1,
    ]);
    expect(decision.why.checks.filter(({ rule }) => rule.startsWith('No value'))).toEqual([]);
  }
});
