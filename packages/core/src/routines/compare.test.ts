import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { occasion, TestChannel } from '../test-support/index.js';
import { checkConditions } from './compare.js';
import { knownValues, textValues, type Comparison, type ConditionRow, type Conditions } from './index.js';
import { parseText, renderText, type Scope } from '../text/index.js';

const { world } = new TestChannel();
const given = occasion({
  roles: ['subscriber'],
  inputNames: ['word', 'n'],
  inputs: { word: 'Left', n: '1,250' },
});
const viewer = { ...given.viewer, watchTime: 9_000, messages: 12 };
const scope: Scope = {
  values: textValues({ ...given, viewer }, world),
  known: knownValues(given.inputNames, world),
  chance: chanceFrom(() => 0),
  now: given.at,
};
const fill = (source: string): string => {
  const parsed = parseText(source);
  return 'text' in parsed ? renderText(parsed.text, scope).text : '';
};
let ids = 0;
const row = (value: string, comparison: Comparison, against = ''): ConditionRow => ({
  id: `r${String((ids += 1))}`,
  value,
  comparison,
  against,
});
const all = (...rows: Conditions['rows']): Conditions => ({
  id: `g${String((ids += 1))}`,
  join: 'all',
  rows,
});
const any = (...rows: Conditions['rows']): Conditions => ({ ...all(...rows), join: 'any' });
const holds = (conditions: Conditions): boolean => checkConditions(conditions, scope, fill).holds;

test.each([
  ['input.word', 'is', 'left', true],
  ['input.word', 'is-not', 'LEFT', false],
  ['input.word | append: "!"', 'is', 'left!', true],
  ['input.word', 'contains', 'EF', true],
  ['input.word', 'contains', '', false],
  ['input.word', 'begins-with', 'le', true],
  ['input.word', 'matches', '^l[a-f]+t$', true],
  ['input.word', 'matches', '(', false],
  ['input.word', 'is-one-of', 'right, left', true],
  ['input.word', 'is-empty', '', false],
  ['viewer.followed_since', 'is-empty', '', true],
  ['input.n', 'is', '1250', true],
  ['input.n', 'is-a-number', '', true],
  ['input.word', 'is-a-number', '', false],
  ['input.n', 'more-than', '1,249', true],
  ['input.n', 'less-than', '2k', true],
  ['input.n', 'at-least', '1.3k', false],
  ['input.n', 'less-than', 'a lot', false],
  ['viewer.messages', 'at-least', '12', true],
  ['viewer.watch_time', 'at-least', '2 h 30 min', true],
  ['viewer.watch_time', 'more-than', '2 h 30 min', false],
  ['viewer.role', 'at-least', 'follower', true],
  ['viewer.role', 'at-least', 'VIP', false],
  ['viewer.role', 'less-than', 'moderator', true],
  ['viewer.name', 'is', '{{ target.name }}', true],
] as const)('%s %s %s: %s', (value, comparison, against, expected) => {
  expect(holds(all(row(value, comparison, against)))).toBe(expected);
});

describe('rows joined', () => {
  const yes = (): ConditionRow => row('input.word', 'is', 'left');
  const no = (): ConditionRow => row('input.word', 'is', 'right');
  /** Groups in groups of rows whose outcome is known. */
  const tree = fc.letrec<{ group: [Conditions, boolean] }>((tie) => ({
    group: fc
      .tuple(
        fc.boolean(),
        fc.array(
          fc.oneof(
            { depthSize: 'small' },
            fc.boolean().map((held): [ConditionRow | Conditions, boolean] => [held ? yes() : no(), held]),
            tie('group'),
          ),
          { minLength: 1, maxLength: 4 },
        ),
      )
      .map(([isAll, rows]): [Conditions, boolean] => {
        const held = rows.map(([, each]) => each);
        const group = (isAll ? all : any)(...rows.map(([each]) => each));
        return [group, isAll ? held.every(Boolean) : held.some(Boolean)];
      }),
  })).group;

  test('by all or any, nested as they may be, hold as logic has it', () => {
    fc.assert(
      fc.property(tree, ([group, expected]) => {
        expect(holds(group)).toBe(expected);
      }),
    );
  });

  test('are told in words up to the one that decided, with what the value was', () => {
    const { rows, notes } = checkConditions(all(yes(), no(), yes()), scope, fill);
    expect(rows).toEqual([
      { rule: 'input.word is left', measure: 'it is Left', holds: true },
      { rule: 'input.word is right', measure: 'it is Left: no', holds: false },
    ]);
    expect(notes).toEqual([]);
    expect(checkConditions(all(row('viewer.nme', 'is', 'x')), scope, fill).notes).toEqual([
      'There is no value called viewer.nme; it was left empty',
    ]);
  });
});
