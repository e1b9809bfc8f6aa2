import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { command } from '../test-support/index.js';
import {
  DraftedTriggers,
  prepareCommand,
  textBehind,
  TriggerIndex,
  type Command,
  type Triggers,
} from './index.js';
import { isBorder, phraseForm, PhraseIndex } from '../text/index.js';

function indexOf(commands: readonly Command[], prefix = '!'): TriggerIndex {
  return new TriggerIndex(
    commands.map((each) => prepareCommand(each, prefix)),
    prefix,
  );
}
const startedBy = (index: TriggerIndex, text: string): string | undefined =>
  index.match(text).found[0]?.prepared.command.id;

describe('names', () => {
  test.each([
    ['!depth', 'depth'],
    ['  !Depth  240  m ', 'Depth  240  m'],
    ['!深さ 3', '深さ 3'],
  ])('%j stands behind the prefix', (text, behind) => {
    expect(textBehind(text, '!')).toBe(behind);
  });

  test.each(['', '!', '! depth', '!!', '!!depth', 'so !depth', 'depth'])('%j names no command', (text) => {
    expect(textBehind(text, '!')).toBeUndefined();
  });

  test('the longest name holds, and what is left is what was typed', () => {
    const index = indexOf([
      command('map', '', { name: 'map' }),
      command('north', '', { name: 'map north', aliases: ['map of the north'] }),
    ]);
    for (const [text, id, typed] of [
      ['!map', 'map', ''],
      ['!map south', 'map', 'south'],
      ['!MAP   north  shaft', 'north', 'shaft'],
      ['!map northern', 'map', 'northern'],
      ['!map of the north now', 'north', 'now'],
    ] as const) {
      const [first] = index.match(text).found;
      expect([text, first?.prepared.command.id, first?.typed]).toEqual([text, id, typed]);
    }
  });

  test('whatever the names, the one found is the longest that the message begins with', () => {
    const word = fc.constantFrom('map', 'of', 'the', 'north', 'deep');
    const name = fc.array(word, { minLength: 1, maxLength: 4 }).map((words) => words.join(' '));
    fc.assert(
      fc.property(
        fc.uniqueArray(name, { maxLength: 12 }),
        fc.array(word, { maxLength: 6 }),
        (names, words) => {
          const message = words.join(' ');
          const longest = names
            .filter((each) => `${message} `.startsWith(`${each} `))
            .sort((a, b) => b.length - a.length)[0];
          expect(
            startedBy(indexOf(names.map((each) => command(each, '', { name: each }))), `!${message}`),
          ).toBe(longest);
        },
      ),
    );
  });

  test('case matters where it is told to, and the prefix is a setting', () => {
    const exact = command('exact', '', { name: 'Map', matchCase: true });
    expect(startedBy(indexOf([exact]), '!map')).toBeUndefined();
    expect(startedBy(indexOf([exact]), '!Map')).toBe('exact');
    expect(startedBy(indexOf([exact], '??'), '??Map')).toBe('exact');
    expect(startedBy(indexOf([exact], '??'), '!Map')).toBeUndefined();
  });
});

describe('phrases', () => {
  test.each([
    ['lamp', 'my lamp is out', true],
    ['lamp', 'LAMP!', true],
    ['lamp', 'lamps', false],
    ['lamp', 'headlamp', false],
    ['lamp', 'lamp_2', false],
    ['good  night', 'well, good\tnight all', true],
    ['c++', 'is it c++?', true],
    [':)', 'nice:)', true],
    ['ужин', 'скоро ужин!', true],
    ['ужин', 'поужинать', false],
    ['λάμπα', 'η λάμπα έσβησε', true],
    ['洞窟', '今日は洞窟に行く', true],
    ['ถ้ำ', 'ไปถ้ำกัน', true],
    ['مرحبا', 'مرحبا بكم', true],
    ['cafe', 'cafe\u0301 open', false],
    ['straße', 'STRASSE', false],
    ['👩', '👩\u200d🚒', false],
    ['🕯️', 'a 🕯️ here', true],
  ])('%j in %j: %p', (phrase, text, expected) => {
    expect(startedBy(indexOf([command('x', '', { phrases: [phrase] })]), text)).toBe(
      expected ? 'x' : undefined,
    );
  });

  test('the automaton finds just what a plain search finds', () => {
    const letters = fc.stringMatching(/^[ab ]{1,4}$/u).filter((phrase) => phrase.trim() === phrase);
    fc.assert(
      fc.property(
        fc.uniqueArray(letters, { maxLength: 10 }),
        fc.stringMatching(/^[ab .]{0,30}$/u),
        (phrases, text) => {
          const forms = phrases.map((phrase) => phraseForm(phrase, false));
          const found = new Set<number>();
          new PhraseIndex(forms).search(text, (number) => found.add(number));
          const plain = forms.flatMap((form, number) => {
            for (let at = text.indexOf(form); at >= 0; at = text.indexOf(form, at + 1))
              if (isBorder(text, at) && isBorder(text, at + form.length)) return [number];
            return [];
          });
          expect([...found].sort((a, b) => a - b)).toEqual(plain);
        },
      ),
    );
  });

  test('as the whole message, with or without its case', () => {
    const whole = command('whole', '', { phrases: ['good night'], wholeMessage: true });
    const index = indexOf([whole, command('exact', '', { phrases: ['Lamp'], matchCase: true })]);
    expect(startedBy(index, ' Good  Night ')).toBe('whole');
    expect(startedBy(index, 'good night all')).toBeUndefined();
    expect([startedBy(index, 'a Lamp'), startedBy(index, 'a lamp')]).toEqual(['exact', undefined]);
  });

  test('names hold before phrases, longer phrases before shorter, what is on before what is off', () => {
    const index = indexOf([
      command('off', '', { phrases: ['out with the lamp tonight'] }, {}, { enabled: false }),
      command('short', '', { phrases: ['lamp'] }),
      command('long', '', { phrases: ['the lamp'] }),
      command('name', '', { name: 'out' }),
    ]);
    expect(
      index.match('!out with the lamp tonight').found.map(({ prepared }) => prepared.command.id),
    ).toEqual(['name', 'long', 'short', 'off']);
  });
});

test('a draft above the index is met as in an index made again with it', () => {
  const words = ['lamp', 'the lamp', 'rope', 'out', 'out with'];
  const one = fc
    .record({
      id: fc.constantFrom('a', 'b', 'c', 'd'),
      name: fc.constantFrom('', ...words),
      aliases: fc.subarray(['lamp', 'out with']),
      phrases: fc.subarray(words),
      pattern: fc.constantFrom('', 'lam.', 'r(?P<x>op)e'),
      matchCase: fc.boolean(),
      wholeMessage: fc.boolean(),
      enabled: fc.boolean(),
    })
    .map(({ id, enabled, ...trigger }) => command(id, '', trigger, {}, { enabled }));
  const text = fc.array(fc.constantFrom('!', 'lamp', 'Lamp', 'the lamp', 'out', 'with', 'rope'), {
    maxLength: 6,
  });
  fc.assert(
    fc.property(
      fc.uniqueArray(one, { selector: ({ id }) => id, maxLength: 4 }),
      one,
      text,
      (saved, draft, typed) => {
        const prepared = prepareCommand(draft, '!', true);
        const layered = new DraftedTriggers(indexOf(saved), prepared);
        const others = saved.filter(({ id }) => id !== draft.id).map((each) => prepareCommand(each, '!'));
        const again = new TriggerIndex([...others, prepared], '!');
        const line = typed.join(' ').replace(/^! /u, '!');
        const met = (index: Triggers) => index.match(line).found;
        const all = (index: Triggers) =>
          met(index)
            .map(({ prepared: { command: each }, ...match }) => JSON.stringify([each.id, match]))
            .sort();
        expect(all(layered)).toEqual(all(again));
        // Which of two phrases as long as each other comes first means nothing.
        const ranks = (index: Triggers) =>
          met(index).map(({ kind, length, prepared }) => [kind, length, prepared.command.enabled]);
        expect(ranks(layered)).toEqual(ranks(again));
        expect(layered.commands.map(({ command: { id } }) => id)).toEqual(
          again.commands.map(({ command: { id } }) => id),
        );
      },
    ),
    { numRuns: 500 },
  );
});

describe('patterns', () => {
  test('named groups are kept, in any case unless told otherwise', () => {
    const trigger = { pattern: String.raw`where is (?P<who>\w+)(?: and (?P<other>\w+))?` };
    expect(indexOf([command('p', '', trigger)]).match('so WHERE IS Oxbowkid now').found[0]?.groups).toEqual({
      who: 'Oxbowkid',
      other: '',
    });
    expect(
      startedBy(indexOf([command('p', '', { ...trigger, matchCase: true })]), 'WHERE IS it'),
    ).toBeUndefined();
  });

  test.each([
    ['(a+)+$', `${'a'.repeat(4_000)}!`],
    ['(a|aa)+$', `${'a'.repeat(4_000)}!`],
    ['(.*)*x', 'y'.repeat(4_000)],
    ['([a-z]+)*[0-9]', 'a'.repeat(4_000)],
    [String.raw`^(\w+\s?)*$`, `${'word '.repeat(800)}!`],
  ])('%s, which brings other engines to a halt, comes to an end', (pattern, text) => {
    // No clock: an engine that backtracks would not come back before the test runner gives up.
    const index = indexOf([command('slow', '', { pattern })]);
    expect(index.match(text.repeat(4)).found.length).toBeLessThanOrEqual(1);
  });
});
