import { IF_FAILS } from '../../area/index.js';
import { weighted } from '../../random/index.js';
import {
  WAIT_LIMIT,
  type IfStep,
  type PickStep,
  type RunStep,
  type StopStep,
  type WaitStep,
} from '../step.js';
import type { OwnKind } from './own.js';

export const branchOnIf: OwnKind<IfStep> = {
  kind: 'if',
  group: 'Decide',
  verb: 'If',
  means: 'some steps when conditions hold, others otherwise',
  words: ['condition', 'when', 'otherwise', 'else', 'check'],
  blanks: {
    conditions: { as: 'conditions' },
    then: { as: 'steps', label: 'then', least: 0 },
    otherwise: { as: 'steps', label: 'otherwise', least: 0 },
  },
  line: () => [{ blank: 'conditions' }],
  blank: (id) => ({
    kind: 'if',
    id,
    conditions: {
      id: `${id}-all`,
      join: 'all',
      rows: [{ id: `${id}-1`, value: 'viewer.role', comparison: 'at-least', against: 'moderator' }],
    },
    then: [],
    otherwise: [],
  }),
  run({ conditions }, run) {
    const { holds, rows, notes } = run.check(conditions);
    for (const note of notes) run.note(note, '', 'warned');
    for (const { rule, measure, holds: held } of rows)
      run.note(`${run.name}: ${rule}`, measure, held ? 'passed' : 'noted');
    return { enter: holds ? 'then' : 'otherwise' };
  },
};

export const pick: OwnKind<PickStep> = {
  kind: 'pick',
  group: 'Decide',
  verb: 'Pick one',
  means: 'one of several branches by chance, each as likely as its weight',
  words: ['random', 'chance', 'branch', 'weights'],
  blanks: { branches: { as: 'branches' } },
  line: () => ['of these, by chance'],
  blank: (id) => ({
    kind: 'pick',
    id,
    branches: [
      { id: `${id}-a`, weight: 1, steps: [] },
      { id: `${id}-b`, weight: 1, steps: [] },
    ],
  }),
  run({ branches }, run) {
    const whole = branches.reduce((sum, { weight }) => sum + weight, 0);
    if (whole < 1) return undefined;
    const at = weighted(
      branches.map((branch) => branch.weight),
      run.world.chance,
    );
    const weight = branches[at]?.weight ?? 0;
    run.note(
      `${run.name}: one of ${String(branches.length)} branches`,
      `number ${String(at + 1)}, ${String(weight)} in ${String(whole)}`,
    );
    return { enter: `branches.${String(at)}.steps` };
  },
};

export const runOther: OwnKind<RunStep> = {
  kind: 'run',
  group: 'Decide',
  verb: 'Run',
  means: 'another routine, then go on here',
  words: ['routine', 'call', 'again'],
  blanks: { routine: { as: 'reference', to: 'routine', label: 'Routine' }, ifFails: IF_FAILS },
  line: () => [{ blank: 'routine' }, 'if it is missing,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'run', id, routine: '', ifFails: 'go-on' }),
  run({ routine, ifFails }, run) {
    const called = run.world.routines.find(routine);
    if (called === undefined) return { failed: 'there is no such routine', stop: ifFails === 'stop' };
    if (called.fault !== undefined) return { failed: called.fault, stop: ifFails === 'stop' };
    return { call: routine };
  },
};

export const wait: OwnKind<WaitStep> = {
  kind: 'wait',
  group: 'Decide',
  verb: 'Wait',
  means: 'some time before the next step',
  words: ['pause', 'delay', 'sleep', 'later'],
  blanks: { seconds: { as: 'number', label: 'How long', least: 1, most: WAIT_LIMIT, unit: 's' } },
  line: () => [{ blank: 'seconds' }],
  blank: (id) => ({ kind: 'wait', id, seconds: 5 }),
  run: ({ seconds }) => ({ waitMs: seconds * 1000 }),
};

export const stop: OwnKind<StopStep> = {
  kind: 'stop',
  group: 'Decide',
  verb: 'Stop',
  means: 'the routine ends here',
  words: ['end', 'exit', 'return', 'quit'],
  blanks: {},
  line: () => ['here; no later step is done'],
  blank: (id) => ({ kind: 'stop', id }),
  run: (_step, run) => ({ end: `${run.name} stops it` }),
};
