import { type Step, STEP_KINDS, type StepKindName } from '../channel/index.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { occasion, saidIn, TestChannel, TestList } from '../test-support/index.js';
import {
  checkRoutine,
  resumeRun,
  restoreRun,
  prepareRoutine,
  refusalOfStart,
  routineOf,
  saveRun,
  startRun,
  type SavedRun,
} from './index.js';

let ids = 0;
const id = (): string => `s${String((ids += 1))}`;
const say = (...texts: string[]): Step => ({ kind: 'say', id: id(), texts, order: 'random' });
const wait = (seconds: number): Step => ({ kind: 'wait', id: id(), seconds });
const remember = (name: string, text: string, span: 'run' | 'viewer' | 'good' = 'viewer'): Step => ({
  kind: 'remember',
  id: id(),
  name,
  text,
  span,
});
const onlyIf = (
  value: string,
  comparison: 'is' | 'at-least' | 'is-empty',
  against: string,
  then: Step[],
  otherwise: Step[] = [],
): Step => ({
  kind: 'if',
  id: id(),
  conditions: { id: id(), join: 'all', rows: [{ id: id(), value, comparison, against }] },
  then,
  otherwise,
});
const draw = (order: 'bag' | 'turn' = 'bag'): Step => ({
  kind: 'draw',
  id: id(),
  list: 'Campfire',
  order,
  name: 'question',
  ifFails: 'stop',
});
const call = (routine: string): Step => ({ kind: 'run', id: id(), routine, ifFails: 'go-on' });

/** Steps of every kind, nested, sensible or not; routines called may call back. */
const anySteps = fc.letrec<{ steps: Step[]; step: Step }>((tie) => ({
  steps: fc.array(tie('step'), { maxLength: 5 }),
  step: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc
      .constantFrom(
        ...(Object.keys(STEP_KINDS) as StepKindName[]).filter((kind) => kind !== 'if' && kind !== 'pick'),
      )
      .map((kind) => STEP_KINDS[kind].blank(id())),
    fc.constantFrom('a', 'b', 'c').map(call),
    fc.integer({ min: 1, max: 300 }).map(wait),
    tie('steps').map((then) => onlyIf('viewer.role', 'is', 'viewer', then, then)),
    tie('steps').map((steps): Step => ({
      kind: 'pick',
      id: id(),
      branches: [
        { id: id(), weight: 1, steps },
        { id: id(), weight: 3, steps: [] },
      ],
    })),
  ),
})).steps;
const chance = fc
  .infiniteStream(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }))
  .map((stream) => () => Number(stream.next().value));

describe('a run', () => {
  test('always ends, within its limits, whatever its steps and whoever calls whom', () => {
    fc.assert(
      fc.property(anySteps, anySteps, chance, fc.boolean(), (a, b, next, fails) => {
        const channel = new TestChannel({ chance: chanceFrom(next) });
        channel.add('b', ...b);
        channel.add('c', call('a'), say('c'));
        const end = channel.run(channel.add('a', ...a), occasion(), fails ? 'the disk is full' : undefined);
        expect(['done', 'stopped', 'limited', 'failed']).toContain(end.how);
        expect(end.at - 1_000_000).toBeLessThanOrEqual(300_000);
        expect(channel.effects.filter(({ kind }) => kind === 'say').length).toBeLessThanOrEqual(10);
      }),
      { numRuns: 200 },
    );
  });

  test('goes on after being written down and read again exactly as if it had not been', () => {
    fc.assert(
      fc.property(
        anySteps,
        fc.array(fc.double({ min: 0, max: 0.99, noNaN: true }), { minLength: 1 }),
        (steps, numbers) => {
          const lines = [true, false].map((interrupted) => {
            let at = 0;
            const channel = new TestChannel({
              chance: chanceFrom(() => numbers[(at += 1) % numbers.length] ?? 0),
            });
            let segment = channel.took(startRun(channel.add('a', ...steps), occasion(), channel.world));
            while (segment.run !== undefined) {
              const saved = JSON.parse(JSON.stringify(saveRun(segment.run))) as SavedRun;
              const run = interrupted ? restoreRun(saved, prepareRoutine) : segment.run;
              if (run === undefined) throw new Error('it could not be restored');
              const now = run.awaiting.for === 'time' ? run.awaiting.until : 1_000_000;
              segment = channel.took(resumeRun(run, channel.world, now, { failed: undefined }));
            }
            return [saidIn(channel.effects), segment.ended, [...channel.kept]];
          });
          expect(lines[0]).toEqual(lines[1]);
        },
      ),
      { numRuns: 100 },
    );
  });

  test('waits where it says so and remembers what it was about', () => {
    const channel = new TestChannel();
    const end = channel.run(
      channel.add(
        'a',
        remember('word', '{{ viewer.name }}', 'run'),
        say('down'),
        wait(20),
        say('up, {{ remembered.word }}'),
      ),
    );
    expect(saidIn(channel.effects)).toEqual(['down', 'up, pebblewren']);
    expect(end).toEqual({ how: 'done', words: '', at: 1_020_000 });
    expect(channel.effects.map((effect) => 'later' in effect)).toEqual([false, true]);
  });

  test('tells moderators and viewers apart by an if, and says in words why', () => {
    const steps = [onlyIf('viewer.role', 'at-least', 'VIP', [say('to the board')], [say('only here')])];
    for (const [role, said, measure] of [
      ['moderator', 'to the board', 'it is moderator'],
      ['subscriber', 'only here', 'it is subscriber: no'],
    ] as const) {
      const channel = new TestChannel();
      const { checks } = channel.took(
        startRun(channel.add('a', ...steps), occasion({ roles: [role] }), channel.world),
      );
      expect(saidIn(channel.effects)).toEqual([said]);
      expect(checks[0]).toMatchObject({ rule: 'Step 1: viewer.role is at least VIP', measure });
    }
  });

  test('a word is kept for a viewer, told, and forgotten', () => {
    const channel = new TestChannel();
    const word = channel.add(
      'a',
      onlyIf(
        'input.all',
        'is',
        'forget',
        [{ kind: 'forget', id: id(), name: 'word', span: 'viewer' }],
        [onlyIf('input.all', 'is-empty', '', [], [remember('word', '{{ input.all }}')])],
      ),
      say('{{ viewer.name }}: {{ remembered.word | default: "no word yet" }}'),
    );
    for (const typed of ['', 'soup', '', 'forget']) channel.run(word, occasion({ typed }));
    expect(saidIn(channel.effects)).toEqual([
      'pebblewren: no word yet',
      'pebblewren: soup',
      'pebblewren: soup',
      'pebblewren: no word yet',
    ]);
  });

  test('a bag gives each line of a list once a round, several in one run too', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 6 }),
        chance,
        (size, each, next) => {
          const channel = new TestChannel({ chance: chanceFrom(next) });
          channel.lists.push(
            new TestList(
              'Campfire',
              Array.from({ length: size }, (_, n) => `q${String(n)}`),
            ),
          );
          const steps = Array.from({ length: each }, () => [draw(), say('{{ remembered.question }}')]).flat();
          const routine = channel.add('a', ...steps);
          for (let run = 0; run * each < size * 2; run += 1) channel.run(routine);
          const said = saidIn(channel.effects);
          // A run that reaches over the end of a round may take one early of the next.
          if (size % each === 0) expect(new Set(said.slice(0, size)).size).toBe(size);
          expect(size > 1 && said.slice(1).some((line, at) => line === said[at])).toBe(false);
        },
      ),
    );
  });

  test.each([
    ['an empty list', [draw(), say('after')], 'failed', 'the list is empty'],
    ['a hundred steps', Array.from({ length: 101 }, () => remember('w', 'x', 'run')), 'limited', '100 steps'],
    ['ten messages', Array.from({ length: 11 }, () => say('x')), 'limited', '10 messages'],
    ['five minutes', [wait(200), wait(200), say('x')], 'limited', '5 min in all'],
    ['a stop', [{ kind: 'stop', id: 'x' }, say('x')], 'stopped', 'Step 1 stops it'],
    ['nine within one another', [call('a')], 'limited', '9th routine'],
    [
      'an output that fails and stops',
      [{ ...STEP_KINDS.output.blank('o'), file: 'depth', ifFails: 'stop' }, say('x')],
      'failed',
      'disk',
    ],
  ] as [string, Step[], string, string][])('%s ends it as it should', (_, steps, how, words) => {
    const channel = new TestChannel();
    channel.lists.push(new TestList('Campfire', []));
    expect(channel.run(channel.add('a', ...steps), occasion(), 'the disk is full')).toMatchObject({
      how,
      words: expect.stringContaining(words),
    });
  });

  test('while it runs: beside, in turn behind fifty at most, or not at all', () => {
    const busy = (running: number, inTurn: number) =>
      new TestChannel({ runs: { of: () => ({ running, inTurn }) } }).world;
    const as = (whileRunning: 'beside' | 'turn' | 'skip') =>
      prepareRoutine('a', 'a', { ...routineOf([say('x')]), whileRunning });
    expect(refusalOfStart(as('beside'), busy(3, 0))).toBeUndefined();
    expect(refusalOfStart(as('skip'), busy(0, 0))).toBeUndefined();
    expect(refusalOfStart(as('skip'), busy(1, 0))?.check.measure).toBe('it runs');
    expect(refusalOfStart(as('turn'), busy(1, 50))?.check.measure).toBe('50 wait');
    const queued = startRun(as('turn'), occasion(), busy(1, 2));
    expect([queued.effects, queued.run?.awaiting]).toEqual([[], { for: 'turn' }]);
    const begun = resumeRun(queued.run ?? fail(), busy(0, 1), 2_000_000, { failed: undefined });
    expect(saidIn(begun.effects)).toEqual(['x']);
  });
});

function fail(): never {
  throw new Error('there is none');
}

describe('what is checked while saving', () => {
  const waiting = (seconds: number) => routineOf([wait(seconds)]);
  test.each([
    ['a wait of ten hours', waiting(36_000), 'steps.0.seconds', '1 s to 5 min'],
    ['half a second', waiting(0.5), 'steps.0.seconds', 'Whole seconds'],
    ['waits of six minutes', routineOf([wait(180), wait(180)]), 'steps', '360 s'],
    [
      'an output above its folder',
      routineOf([{ ...STEP_KINDS.output.blank('o'), file: '../depth', text: 'x' }]),
      'steps.0.file',
      'outputs folder',
    ],
    [
      'an if with nothing to compare',
      routineOf([onlyIf('viewer.role', 'is', '', [])]),
      'steps.0.conditions.rows.0.against',
      'compare with',
    ],
    [
      'an if about two values',
      routineOf([onlyIf('a }} {{ b', 'is', 'x', [])]),
      'steps.0.conditions.rows.0.value',
      'one value',
    ],
    [
      'a branch within that says nothing',
      routineOf([onlyIf('viewer.role', 'is', 'x', [say('')])]),
      'steps.0.then.0.texts.0',
      'Write what',
    ],
    ['a list that is gone', routineOf([draw()]), 'steps.0.list', 'no such list'],
  ])('%s', (_, routine, place, words) => {
    const faults = checkRoutine(routine, { has: () => false });
    expect(faults[place]).toContain(words);
  });
});
