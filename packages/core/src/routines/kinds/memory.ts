import { hasAtLeast, ROLE_NAMES, ROLES } from '../../chat/index.js';
import { stripControls } from '../../text/index.js';
import {
  COUNTER_LIMIT,
  REMEMBERED_LIMIT,
  type CounterStep,
  type DrawStep,
  type ForgetStep,
  type RememberStep,
} from '../step.js';
import { IF_FAILS } from './failing.js';
import type { StepKind } from './kind.js';

const SPAN = {
  as: 'choice',
  label: 'For how long',
  options: { run: 'for this run', viewer: 'for this viewer', stream: 'for this stream', good: 'for good' },
} as const;
const NAME = { as: 'word', label: 'The word it is known by', of: 'remembered' } as const;

export const draw: StepKind<DrawStep> = {
  kind: 'draw',
  group: 'Remember',
  verb: 'Draw',
  means: 'a line of a list, for the steps behind it',
  words: ['list', 'random', 'question', 'line', 'pick'],
  blanks: {
    list: { as: 'list', label: 'List' },
    order: {
      as: 'choice',
      label: 'Which line',
      options: { bag: 'a line not drawn yet this round', turn: 'the next line', random: 'any line' },
    },
    name: NAME,
    ifFails: IF_FAILS,
  },
  line: () => [
    { blank: 'order' },
    'from',
    { blank: 'list' },
    'as',
    { blank: 'name' },
    'if there is none,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'draw', id, list: '', order: 'bag', name: 'line', ifFails: 'go-on' }),
  run({ list, order, name, ifFails }, run) {
    const drawn = run.draw(list, order);
    if (drawn === undefined)
      return {
        failed: run.world.list(list) === undefined ? 'there is no such list' : 'the list is empty',
        stop: ifFails === 'stop',
      };
    run.remember('run', name, drawn);
    return undefined;
  },
};

export const remember: StepKind<RememberStep> = {
  kind: 'remember',
  group: 'Remember',
  verb: 'Remember',
  means: 'a text under a word, for this run, this viewer, this stream or for good',
  words: ['store', 'save', 'keep', 'set', 'value'],
  blanks: {
    text: { as: 'text', label: 'What', example: '{{ input.all }}', most: REMEMBERED_LIMIT * 5 },
    name: NAME,
    span: SPAN,
  },
  line: () => [{ blank: 'text' }, 'as', { blank: 'name' }, { blank: 'span' }],
  blank: (id) => ({ kind: 'remember', id, name: '', text: '', span: 'viewer' }),
  run({ name, text, span }, run) {
    const kept = stripControls(run.render(text).text).slice(0, REMEMBERED_LIMIT);
    const before = run.recall(span, name);
    run.remember(span, name, kept);
    run.note(
      `${run.name}: remembers ${name} ${SPAN.options[span]}`,
      `${before ?? 'nothing'} → ${kept}`,
      'passed',
    );
    return undefined;
  },
};

export const forget: StepKind<ForgetStep> = {
  kind: 'forget',
  group: 'Remember',
  verb: 'Forget',
  means: 'what was remembered under a word',
  words: ['erase', 'delete', 'clear', 'unset'],
  blanks: { name: NAME, span: SPAN },
  line: () => [{ blank: 'name' }, ', remembered', { blank: 'span' }],
  blank: (id) => ({ kind: 'forget', id, name: '', span: 'viewer' }),
  run({ name, span }, run) {
    const before = run.recall(span, name);
    run.remember(span, name, null);
    run.note(
      `${run.name}: forgets ${name}`,
      before === undefined ? 'it knew none' : `it was ${before}`,
      'passed',
    );
    return undefined;
  },
};

export const counter: StepKind<CounterStep> = {
  kind: 'counter',
  group: 'Remember',
  verb: 'Count',
  means: 'changes a counter',
  words: ['counter', 'number', 'add', 'increase'],
  blanks: {
    change: {
      as: 'choice',
      label: 'How',
      options: { add: 'up by', set: 'to', typed: 'as typed behind the command, +1, -2 or 40' },
    },
    counter: { as: 'word', label: 'Counter', of: 'counter' },
    amount: { as: 'number', label: 'Amount', least: -COUNTER_LIMIT, most: COUNTER_LIMIT },
    lowestRole: {
      as: 'choice',
      label: 'Whose use counts',
      options: Object.fromEntries(
        ROLES.toReversed().map((role) => [
          role,
          role === 'viewer' ? 'anyone' : `${ROLE_NAMES[role]}s and up`,
        ]),
      ),
    },
  },
  line: ({ change }) => [
    { blank: 'counter' },
    { blank: 'change' },
    ...(change === 'typed' ? [] : [{ blank: 'amount' } as const]),
    'for',
    { blank: 'lowestRole' },
  ],
  blank: (id) => ({ kind: 'counter', id, counter: '', change: 'add', amount: 1, lowestRole: 'viewer' }),
  run(step, run) {
    const { counter: name, lowestRole } = step;
    const before = run.world.counter(name)?.value ?? 0;
    const rule = `${run.name}: counter ${name}`;
    const asked = askedValue(step, before, run.occasion.typed);
    if (asked === undefined) return undefined;
    if (!hasAtLeast(run.occasion.roles, lowestRole)) {
      run.note(rule, `left at ${String(before)}: for ${ROLE_NAMES[lowestRole]}s and up`);
      return undefined;
    }
    const value = Math.max(-COUNTER_LIMIT, Math.min(COUNTER_LIMIT, asked));
    run.change({ kind: 'counter', counter: name, value, at: run.at });
    run.note(rule, `${String(before)} → ${String(value)}`, 'passed');
    return undefined;
  },
};

/** What a counter shall be, or undefined when nothing usable was typed. */
function askedValue(step: CounterStep, before: number, typed: string): number | undefined {
  if (step.change === 'add') return before + step.amount;
  if (step.change === 'set') return step.amount;
  const [, sign, digits] = /^([+-]?)\s?(\d{1,10})$/u.exec(typed.trim()) ?? [];
  if (digits === undefined) return undefined;
  const number = Number(digits);
  return sign === '+' ? before + number : sign === '-' ? before - number : number;
}
