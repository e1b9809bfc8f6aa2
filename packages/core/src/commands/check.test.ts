import { describe, expect, test } from '@jest/globals';
import { command } from '../test-support/index.js';
import { ALIASES_LIMIT, checkCommand, tidyCommand, type Command, type Gates } from './index.js';

describe('checking before saving', () => {
  const other = command('c2', 'x', {
    name: 'map',
    aliases: ['Survey'],
    phrases: ['Where is the map'],
    pattern: 'm+ap',
  });
  const faultsOf = (
    change: Partial<Command['trigger']>,
    gates: Partial<Gates> = {},
    text = 'x',
  ): ReturnType<typeof checkCommand> =>
    checkCommand(command('c1', text, { name: 'depth', ...change }, gates), [other], '!');

  test('a good command has no faults, prefix and spaces around its name or not', () => {
    expect(faultsOf({})).toEqual({});
    expect(faultsOf({ name: ' !depth ' })).toEqual({});
    expect(faultsOf({ name: '', phrases: ['hello there'] })).toEqual({});
    expect(
      tidyCommand(
        command('c', 'x', { name: ' ! so   long', aliases: ['!bye', ' '], phrases: [' see   you '] }),
        '!',
      ).trigger,
    ).toMatchObject({
      name: 'so long',
      aliases: ['bye'],
      phrases: ['see you'],
    });
  });

  test.each<[string, ReturnType<typeof faultsOf>, string, RegExp]>([
    [
      'a connection there is not',
      faultsOf({ connections: ['irc', 'telegraph'] }),
      'trigger.connections',
      /called telegraph/u,
    ],
    ['no name', faultsOf({ name: ' ' }), 'trigger.name', /Give it a name/u],
    ['five words', faultsOf({ name: 'how deep are we now' }), 'trigger.name', /at most 4 words/u],
    [
      'a name taken',
      faultsOf({ name: 'MAP' }),
      'trigger.name',
      /!MAP is taken: there is a command of that name/u,
    ],
    [
      'an alias taken',
      faultsOf({ name: 'survey' }),
      'trigger.name',
      /!survey is taken: it is an alias of !map/u,
    ],
    ['a name in wide letters', faultsOf({ name: 'ｍａｐ' }), 'trigger.name', /is taken/u],
    ['invisible letters', faultsOf({ name: 'de\u200bpth' }), 'trigger.name', /invisible/u],
    [
      'a long name',
      faultsOf({ name: '🕯️'.repeat(41) }),
      'trigger.name',
      /at most 40 characters; this has 41/u,
    ],
    ['an alias twice', faultsOf({ aliases: ['deep', 'DEEP'] }), 'trigger.aliases', /!DEEP is there twice/u],
    ['the name as alias', faultsOf({ aliases: ['depth'] }), 'trigger.aliases', /twice/u],
    ['an alias of another', faultsOf({ aliases: ['map'] }), 'trigger.aliases', /taken/u],
    [
      '201 aliases',
      faultsOf({ aliases: Array.from({ length: ALIASES_LIMIT + 1 }, (_, n) => `a${String(n)}`) }),
      'trigger.aliases',
      /at most 200/u,
    ],
    ['a phrase of spaces', faultsOf({ phrases: ['   '] }), 'trigger.phrases', /A phrase is empty/u],
    [
      'a phrase taken',
      faultsOf({ phrases: ['where is  the MAP'] }),
      'trigger.phrases',
      /taken: it starts !map/u,
    ],
    [
      'a phrase that cannot be seen',
      faultsOf({ phrases: ['\u200d'] }),
      'trigger.phrases',
      /nothing in it that can be seen/u,
    ],
    [
      'a pattern that does not compile',
      faultsOf({ pattern: '(open' }),
      'trigger.pattern',
      /cannot be read: missing closing \)/u,
    ],
    [
      'a pattern that looks back',
      faultsOf({ pattern: String.raw`(a)\1` }),
      'trigger.pattern',
      /cannot be read/u,
    ],
    ['a pattern for everything', faultsOf({ pattern: '.*' }), 'trigger.pattern', /every message/u],
    ['a pattern taken', faultsOf({ pattern: 'm+ap' }), 'trigger.pattern', /taken/u],
    ['no text', faultsOf({}, {}, '  '), 'steps.0.texts.0', /Write what the bot says/u],
    ['an unreadable text', faultsOf({}, {}, 'one\n{{ viewer'), 'steps.0.texts.0', /^Line 2, column 1: /u],
    [
      'a text too long',
      faultsOf({}, {}, 'x'.repeat(5_001)),
      'steps.0.texts.0',
      /5001 characters; 5000 is the most/u,
    ],
    ['half a second', faultsOf({}, { cooldown: 1.5 }), 'gates.cooldown', /whole seconds/u],
    ['no number', faultsOf({}, { viewerCooldown: Number.NaN }), 'gates.viewerCooldown', /whole seconds/u],
    [
      'one hour',
      faultsOf({}, { when: { live: 'any', categories: [], from: '8', to: '' } }),
      'gates.when',
      /time of day/u,
    ],
    [
      'an unreadable refusal',
      faultsOf({}, { refusals: { who: '{% if %}' } }),
      'gates.refusals.who',
      /Line 1/u,
    ],
    [
      'a name of two words',
      faultsOf({}, { always: [{ name: 'a b', viewer: null }] }),
      'gates.always',
      /one word/u,
    ],
  ])('%s', (_, faults, place, words) => {
    expect(faults).toEqual({ [place]: expect.stringMatching(words) });
  });
});
