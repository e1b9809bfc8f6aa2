import { describe, expect, test } from '@jest/globals';
import { command, line, purseOf, saidIn, worldOf } from '../test-support/index.js';
import { checkCommand, decideCommand, usageOf, type Input, type InputType } from './index.js';

function input(name: string, type: InputType, more: Partial<Input> = {}): Input {
  return { name, type, optional: false, least: null, most: null, choices: [], pattern: '', ...more };
}

const GIVE = [
  input('who', 'viewer'),
  input('amount', 'amount', { most: 5_000 }),
  input('note', 'text', { optional: true, most: 20 }),
];
const give = command(
  'give',
  '{{ target.name }} gets {{ input.amount }}{% if input.note %}: {{ input.note }}{% endif %}',
  { name: 'give' },
  { cooldown: 30 },
  { inputs: GIVE },
);

describe('inputs', () => {
  const purse = purseOf({ 'viewer:v-pebblewren': { balance: 410 } });
  const typed = (text: string): ReturnType<typeof decideCommand> =>
    decideCommand(line(text), worldOf([give], { purse }));

  test.each([
    ['!give @quillrush 40', 'quillrush gets 40'],
    ['!give quillrush, half for the map', 'quillrush gets 205: for the map'],
    ['!give @QUILLRUSH 1k', undefined],
    ['!give oxbowkid 10%', 'oxbowkid gets 41'],
  ])('%s', (text, said) => {
    expect(saidIn(typed(text).effects)[0] ?? '').toBe(
      said ??
        'pebblewren, no viewer called QUILLRUSH has ever been here. Type it as !give <who> <amount: 1 to 5,000, all, half or n%> [note]',
    );
  });

  test('further words are skipped, or refused where that is set, also behind no input at all', () => {
    const flip = (refuseExtra: boolean, inputs: readonly Input[]) =>
      command('flip', 'flipped', { name: 'flip' }, { refuseExtra }, { inputs });
    const brief = (refuseExtra: boolean, inputs: readonly Input[], text: string): string =>
      decideCommand(line(text), worldOf([flip(refuseExtra, inputs)])).why.brief;
    const how = [input('how', 'word')];
    expect(brief(false, how, '!flip up and over')).toBe('ran !flip');
    expect(brief(true, how, '!flip up')).toBe('ran !flip');
    expect(brief(true, how, '!flip up and over')).toBe('unexpected “and over”');
    expect(brief(false, [], '!flip over')).toBe('ran !flip');
    expect(brief(true, [], '!flip over')).toBe('unexpected “over”');
  });

  test.each([
    ['!give', '<who> is missing'],
    ['!give @nobody_here 5', 'no viewer called nobody_here has ever been here'],
    ['!give @oxbowkid', '<amount> is missing'],
    ['!give @oxbowkid 1e9', '“1e9” is not an amount; type one such as 40, 1k, 25%, half or all'],
    ['!give @oxbowkid -5', '“-5” is not an amount; type one such as 40, 1k, 25%, half or all'],
    ['!give @oxbowkid 0', '0 is too little: at least 1'],
    ['!give @oxbowkid ٣', '“٣” is not an amount; type one such as 40, 1k, 25%, half or all'],
    ['!give @oxbowkid ½', '“½” is not an amount; type one such as 40, 1k, 25%, half or all'],
    ['!give @oxbowkid 6k', '6k (6,000) is too much: at most 5,000'],
    ['!give @oxbowkid 5 a note that is far too long', 'note has at most 20 characters'],
  ])('%s costs nothing and is told in one line', (text, fault) => {
    const decision = typed(text);
    expect(decision.why).toMatchObject({ outcome: 'stopped', brief: fault });
    expect(decision.changes).toEqual([
      { kind: 'refused', commandId: give.id, viewer: 'v-pebblewren', at: 1_000_000 },
    ]);
    expect(decision.effects).toHaveLength(1);
    expect(saidIn(decision.effects)).toHaveLength(1);
  });

  test('the other types', () => {
    const say = (one: Input, text: string): string => {
      const made = command(
        'c',
        `{{ input.${one.name} }}`,
        { name: 'c' },
        { refusals: { inputs: 'no: {{ refused.why }}' } },
        { inputs: [one] },
      );
      return saidIn(decideCommand(line(text), worldOf([made])).effects)[0] ?? '';
    };
    expect(say(input('n', 'number', { least: -5, most: 9 }), '!c -4.5')).toBe('-4.5');
    expect(say(input('n', 'number', { least: -5, most: 9 }), '!c 10')).toBe('no: 10 is over 9');
    expect(say(input('n', 'number'), '!c Infinity')).toBe('no: Infinity is not a number');
    expect(say(input('side', 'choice', { choices: ['Left', 'Right'] }), '!c RIGHT')).toBe('Right');
    expect(say(input('side', 'choice', { choices: ['Left', 'Right'] }), '!c up')).toBe(
      'no: choose Left or Right instead of up',
    );
    expect(say(input('id', 'word', { pattern: '[A-Z]{2}-[0-9]{4}' }), '!c KV-2047')).toBe('KV-2047');
    expect(say(input('id', 'word', { pattern: '[A-Z]{2}-[0-9]{4}' }), '!c kv-2047x')).toBe(
      'no: kv-2047x does not fit <id>',
    );
    expect(say(input('on', 'yes-no'), '!c YES')).toBe('true');
    expect(say(input('on', 'yes-no'), '!c maybe')).toBe('no: maybe is neither yes nor no');
    expect(say(input('t', 'text', { optional: true }), '!c')).toBe('');
  });

  test('usage is made from the declaration', () => {
    expect(usageOf('!give', GIVE)).toBe('!give <who> <amount: 1 to 5,000, all, half or n%> [note]');
    expect(
      usageOf('!vote', [
        input('side', 'choice', { choices: ['left', 'right'] }),
        input('n', 'number', { least: 1, optional: true }),
      ]),
    ).toBe('!vote <side: left or right> [n: 1 or more]');
  });

  test.each<[string, readonly Input[], RegExp]>([
    ['a bad name', [input('Who', 'viewer')], /small letters/u],
    ['the name there is already', [input('all', 'text')], /there already/u],
    ['two of one name', [input('a', 'word'), input('a', 'word')], /two inputs called <a>/u],
    ['a rest of the line in the middle', [input('a', 'text'), input('b', 'word')], /stands last/u],
    [
      'required after optional',
      [input('a', 'word', { optional: true }), input('b', 'word')],
      /cannot be required/u,
    ],
    ['bounds the wrong way round', [input('a', 'number', { least: 5, most: 1 })], /more than at most/u],
    ['a choice of one', [input('a', 'choice', { choices: ['x'] })], /2 to 30/u],
    ['a pattern that cannot be read', [input('a', 'word', { pattern: '[' })], /cannot be read/u],
  ])('%s is not saved', (_, inputs, words) => {
    const faults = checkCommand({ ...give, inputs }, [], '!');
    expect(Object.values(faults)).toEqual([expect.stringMatching(words)]);
  });
});
