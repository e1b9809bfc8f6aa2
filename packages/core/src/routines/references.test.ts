import { type Step, STEP_KINDS } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { callFault, stepsAt, withReferences, withStepsAt, type Caller } from './index.js';

const callers = (calls: Record<string, string[]>): Map<string, Caller> =>
  new Map(Object.entries(calls).map(([id, called]) => [id, { id, title: id.toUpperCase(), calls: called }]));

describe('routines that run one another', () => {
  test('a circle of three is told with the names on the way', () => {
    const three = callers({ a: ['b'], b: ['c'], c: ['x', 'a'], x: [] });
    expect(callFault('a', three)).toBe('It would run in a circle: A runs B, B runs C, C runs A');
    expect(callFault('x', three)).toBeUndefined();
    expect(callFault('a', callers({ a: ['a'] }))).toContain('A runs A');
  });

  test('a chain of nine is one too many', () => {
    const chain = (length: number): Map<string, Caller> =>
      callers(Object.fromEntries(Array.from({ length }, (_, n) => [`r${String(n)}`, [`r${String(n + 1)}`]])));
    expect(callFault('r0', chain(7))).toBeUndefined();
    expect(callFault('r0', chain(9))).toContain('10 routines would run within one another');
  });

  test('any tangle is told from a tree, and the search ends', () => {
    const names = ['a', 'b', 'c', 'd', 'e'];
    const tangle = fc.array(fc.tuple(fc.constantFrom(...names), fc.constantFrom(...names)), {
      maxLength: 12,
    });
    fc.assert(
      fc.property(tangle, (links) => {
        const calls = Object.fromEntries(
          names.map((name) => [name, links.filter(([from]) => from === name).map(([, to]) => to)]),
        );
        const reach = (from: string, seen = new Set<string>()): Set<string> => {
          for (const to of calls[from] ?? []) if (!seen.has(to)) reach(to, seen.add(to));
          return seen;
        };
        expect(callFault('a', callers(calls)) !== undefined).toBe(reach('a').has('a'));
      }),
    );
  });
});

describe('steps within steps', () => {
  const inner: Step = STEP_KINDS.run.blank('inner');
  const steps: Step[] = [
    STEP_KINDS.wait.blank('w'),
    {
      ...STEP_KINDS.pick.blank('p'),
      branches: [{ id: 'b', weight: 1, steps: [{ ...STEP_KINDS.if.blank('i'), otherwise: [inner] }] }],
    },
  ];
  const place = 'steps.1.branches.0.steps.0.otherwise';

  test('are found and put back by their place, and nothing else changes', () => {
    expect(stepsAt(steps, place)).toEqual([inner]);
    expect(stepsAt(steps, 'steps.0.then')).toBeUndefined();
    const changed = withStepsAt(steps, place, []);
    expect(stepsAt(changed, place)).toEqual([]);
    expect(withStepsAt(changed, place, [inner])).toEqual(steps);
    expect(withStepsAt(steps, 'steps.7.then', [])).toBe(steps);
  });

  test('what they refer to is renamed however deep it stands', () => {
    const renamed = withReferences(
      steps,
      ({ to, id }) => `${to}:${id}`,
      (before) => `${before}!`,
    );
    expect(stepsAt(renamed, place)).toEqual([{ ...inner, id: 'inner!', routine: 'routine:' }]);
  });
});
