import { describe, expect, test } from '@jest/globals';
import { chanceFrom } from '../random/index.js';
import { checkRoutine, routineOf, type CounterStep, type Routine, type SayStep } from '../routines/index.js';
import { command, line, saidIn, worldOf } from '../test-support/index.js';
import { decideCommand } from './index.js';

const say = (texts: string[], order: SayStep['order'] = 'random'): SayStep => ({
  kind: 'say',
  id: 's',
  texts,
  order,
});
const count = (more: Partial<CounterStep> = {}): CounterStep => ({
  kind: 'counter',
  id: 'n',
  counter: 'depth',
  change: 'typed',
  amount: 1,
  lowestRole: 'moderator',
  ...more,
});
const depth = (...steps: Routine['steps']): ReturnType<typeof command> =>
  command('c1', '', { name: 'depth' }, {}, { routine: routineOf(steps) });
const AT_212 = { counters: { of: () => ({ value: 212, most: 268 }), names: () => ['depth'] } };

describe('steps', () => {
  test.each([
    ['!depth', ['moderator'], '212 of 268', undefined],
    ['!depth +1', ['moderator'], '213 of 268', 213],
    ['!depth - 12', ['moderator'], '200 of 268', 200],
    ['!depth 300', ['moderator'], '300 of 300', 300],
    ['!depth 9999999999', ['moderator'], '1000000000 of 1000000000', 1_000_000_000],
    ['!depth', [], '212 of 268', undefined],
    ['!depth soup', [], '212 of 268', undefined],
    ['!depth +1', [], '212 of 268', undefined],
  ] as const)('%s by %j says %s', (text, roles, said, value) => {
    const one = depth(count(), say(['{{ counter.depth }} of {{ counter.depth.most }}']));
    const decision = decideCommand(line(text, roles), worldOf([one], AT_212));
    expect(decision.effects).toEqual([{ kind: 'say', lines: [said] }]);
    expect(decision.changes.filter(({ kind }) => kind === 'counter')).toEqual(
      value === undefined ? [] : [{ kind: 'counter', counter: 'depth', value, at: 1_000_000 }],
    );
  });

  test.each(['abc', '٣', '1,5'])('what is no number is told, and changes nothing: %s', (typed) => {
    const one = depth(count(), say(['{{ counter.depth }}']));
    const decision = decideCommand(line(`!depth ${typed}`, ['moderator']), worldOf([one], AT_212));
    expect(saidIn(decision.effects)).toEqual([
      `pebblewren, “${typed}” is not a number such as 40, +1 or -2; depth stays 212`,
    ]);
    expect(decision.why).toMatchObject({ outcome: 'failed' });
    expect(decision.changes.some(({ kind }) => kind === 'counter')).toBe(false);
  });

  test('a counter that never was begins at nought; one that is misspelt is noted', () => {
    const one = depth(
      count({ change: 'add', amount: 2, lowestRole: 'viewer' }),
      say(['{{ counter.depth }} {{ counter.dpeth }}.']),
    );
    const decision = decideCommand(line('!depth'), worldOf([one]));
    expect(decision.effects).toEqual([{ kind: 'say', lines: ['2 .'] }]);
    expect(decision.why.checks.at(-1)?.rule).toBe(
      'There is no value called counter.dpeth; it was left empty',
    );
  });

  test('of several texts one is drawn, told in the why, and remembered where it must be', () => {
    const world = worldOf([depth(say(['one', 'two', 'three'], 'bag'))], { chance: chanceFrom(() => 0.99) });
    const decision = decideCommand(line('!depth'), world);
    const said = saidIn(decision.effects)[0];
    expect(['one', 'two', 'three']).toContain(said);
    expect(decision.changes[1]).toMatchObject({
      kind: 'draw',
      owner: 'c1',
      step: 's',
      state: { order: 'bag', count: 3 },
    });
    expect(decision.why.checks.at(-1)).toMatchObject({ rule: 'Step 1: one of 3 texts', outcome: 'noted' });
  });

  test.each<[string, Routine, string, RegExp]>([
    ['nothing', routineOf([]), 'steps', /add a step/u],
    ['no text', routineOf([say([])]), 'steps.0.texts.0', /Write what/u],
    ['too many texts', routineOf([say(Array<string>(51).fill('x'))]), 'steps.0.texts', /at most 50/u],
    ['a second text that cannot be read', routineOf([say(['x', '{{'])]), 'steps.0.texts.1', /Line 1/u],
    ['two steps of one id', routineOf([say(['x']), say(['y'])]), 'steps', /one id/u],
    ['a counter without a name', routineOf([count({ counter: '' })]), 'steps.0.counter', /Name the counter/u],
    [
      'a counter of two words',
      routineOf([count({ counter: 'how deep' })]),
      'steps.0.counter',
      /letters, digits/u,
    ],
    ['half a step', routineOf([count({ change: 'add', amount: 0.5 })]), 'steps.0.amount', /whole number/u],
  ])('%s is not saved', (_, routine, place, words) => {
    expect(checkRoutine(routine)).toEqual({ [place]: expect.stringMatching(words) });
  });
});
