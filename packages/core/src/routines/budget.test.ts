import type { Step } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { occasion, saidIn, TestChannel } from '../test-support/index.js';
import { MOMENT_STEPS, RUN_STEPS } from '../text/index.js';
import { isCostly, startRun } from './index.js';

const LOOP = '{% for a in (1..90) %}{% for b in (1..90) %}{{ a }}{% endfor %}{% endfor %}';
const row = (id: string) =>
  ({ id, value: `input.all | append: "${id}"`, comparison: 'contains', against: LOOP }) as const;

/** The costliest routine the editor takes: each condition has twenty rows, and each row loops. */
function hog(ifs: number): Step[] {
  return Array.from({ length: ifs }, (_, n) => ({
    kind: 'if' as const,
    id: `if${String(n)}`,
    conditions: {
      id: `c${String(n)}`,
      join: 'any' as const,
      rows: Array.from({ length: 20 }, (_, at) => row(`r${String(n)}-${String(at)}`)),
    },
    then: [],
    otherwise: [],
  }));
}

const say = (...texts: string[]): Step => ({
  kind: 'say',
  id: `s${texts.join('').slice(0, 20)}`,
  texts,
  order: 'random',
});
const loop = (times: number): string => `{% for i in (1..${String(times)}) %}.{% endfor %}`;

describe('what a routine may ask for, told beforehand', () => {
  test('the costliest there can be is measured in the time of a moment, and is costly', () => {
    expect(isCostly(hog(40))).toBe(true);
    const dear = say(...Array.from({ length: 50 }, (_, n) => loop(2_000 + n)));
    expect(isCostly([dear])).toBe(true);
  });

  test('what it calls cheap is never ended for its work, and what it calls costly is, with the dearest texts', () => {
    const step = fc.oneof(
      fc
        .array(fc.integer({ min: 0, max: 1_500 }), { minLength: 1, maxLength: 3 })
        .map((times) => say(...times.map(loop))),
      fc.integer({ min: 0, max: 900 }).map((times): Step => ({
        kind: 'if',
        id: 'if',
        conditions: {
          id: 'c',
          join: 'all',
          rows: [{ id: 'r', value: 'input.all', comparison: 'is', against: loop(times) }],
        },
        then: [say(loop(times))],
        otherwise: [],
      })),
    );
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), (steps) => {
        const channel = new TestChannel();
        const { ended } = startRun(channel.add('r', ...steps), occasion(), channel.world);
        const cutOff = ended?.how === 'limited' && ended.words.includes('too much work');
        // A run takes one branch and one text, so it may do with less than what was measured.
        if (cutOff) expect(isCostly(steps)).toBe(true);
        const straight = steps.every((each) => each.kind === 'say' && each.texts.length === 1);
        if (straight) expect(isCostly(steps)).toBe(cutOff);
      }),
      { numRuns: 200 },
    );
  });
});

describe('the work texts may ask for', () => {
  test('is limited for a run, whatever its steps; the why says so, and nothing after it is done', () => {
    const work = { steps: 0 };
    const channel = new TestChannel({ work });
    const last: Step = { kind: 'say', id: 'last', texts: ['at last'], order: 'random' };
    const segment = startRun(channel.add('hog', ...hog(40), last), occasion(), channel.world);
    expect(segment.ended).toEqual({
      how: 'limited',
      words: 'its texts and conditions ask for too much work',
    });
    expect(segment.checks.at(-1)?.rule).toBe('Ended: its texts and conditions ask for too much work');
    expect(saidIn(segment.effects)).toEqual([]);
    expect(work.steps).toBeGreaterThan(RUN_STEPS);
    // What goes over it ends at once: the last rendering may take its loop's step and no more.
    expect(work.steps).toBeLessThan(RUN_STEPS + 1_000);
  });

  test('is the same each time it is counted, and what usual texts take is far from it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 60 }), (a, b) => {
        const count = (): number => {
          const work = { steps: 0 };
          const channel = new TestChannel({ work });
          const text = `{% for i in (1..${String(a)}) %}{% for j in (1..${String(b)}) %}.{% endfor %}{% endfor %}`;
          const say: Step = { kind: 'say', id: 's', texts: [text], order: 'random' };
          startRun(channel.add('loop', say), occasion(), channel.world);
          return work.steps;
        };
        const first = count();
        expect(count()).toBe(first);
        expect(first).toBeGreaterThan(Math.min(a * b, RUN_STEPS));
      }),
      { numRuns: 30 },
    );
    const work = { steps: 0 };
    const channel = new TestChannel({ work });
    const text =
      '{{ viewer.name }} is {{ viewer.role | upcase }}{% if input.all != "" %}: {{ input.all }}{% endif %}';
    const say: Step = { kind: 'say', id: 's', texts: [text], order: 'random' };
    startRun(channel.add('usual', say), occasion(), channel.world);
    expect(work.steps).toBeLessThan(50);
    expect(MOMENT_STEPS).toBeGreaterThanOrEqual(2 * RUN_STEPS);
  });
});
