import { hasAtLeast, ROLE_NAMES, ROLES } from '../../chat/index.js';
import { stripControls } from '../../text/index.js';
import {
  COUNTER_LIMIT,
  REMEMBERED_LIMIT,
  type CounterStep,
  type ForgetStep,
  type RememberStep,
} from '../step.js';
import type { OwnKind } from './own.js';

const SPAN = {
  as: 'choice',
  label: 'For how long',
  options: { run: 'for this run', viewer: 'for this viewer', stream: 'for this stream', good: 'for good' },
} as const;
const NAME = { as: 'word', label: 'The word it is known by', of: 'remembered' } as const;

export const remember: OwnKind<RememberStep> = {
  kind: 'remember',
  group: 'Remember',
  verb: 'Remember',
  means: 'a text by a word, for this run, this viewer, this stream or for good',
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

export const forget: OwnKind<ForgetStep> = {
  kind: 'forget',
  group: 'Remember',
  verb: 'Forget',
  means: 'what was remembered by a word',
  words: ['erase', 'delete', 'clear', 'unset'],
  blanks: { name: NAME, span: SPAN },
  line: () => [{ blank: 'name' }, ', remembered', { blank: 'span' }],
  blank: (id) => ({ kind: 'forget', id, name: '', span: 'viewer' }),
  run({ name, span }, run) {
    const before = run.recall(span, name);
    run.remember(span, name, null);
    run.note(
      `${run.name}: forgets ${name}`,
      before === undefined ? 'nothing was remembered' : `it was ${before}`,
      'passed',
    );
    return undefined;
  },
};

export const counter: OwnKind<CounterStep> = {
  kind: 'counter',
  group: 'Remember',
  verb: 'Count',
  means: 'changes a counter',
  words: ['counter', 'number', 'add', 'increase'],
  blanks: {
    change: {
      as: 'choice',
      label: 'How',
      options: { add: 'up by', set: 'to', typed: 'as typed after the command, +1, -2 or 40' },
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
  applies: ({ change }, field) => field !== 'amount' || change !== 'typed',
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
    const before = run.world.counters.of(name)?.value ?? 0;
    const rule = `${run.name}: counter ${name}`;
    const typed = run.occasion.typed.trim();
    // With nothing typed, it is only shown.
    if (step.change === 'typed' && typed === '') return undefined;
    if (!hasAtLeast(run.occasion.roles, lowestRole)) {
      run.note(rule, `left at ${String(before)}: for ${ROLE_NAMES[lowestRole]}s and up`);
      return undefined;
    }
    const asked = askedValue(step, before, typed);
    if (asked === undefined) {
      const failed = `“${stripControls(typed).slice(0, 30)}” is not a number such as 40, +1 or -2`;
      run.say(`${run.occasion.viewer.name}, ${failed}; ${name} stays ${String(before)}`, true);
      return { failed, stop: true };
    }
    const value = Math.max(-COUNTER_LIMIT, Math.min(COUNTER_LIMIT, asked));
    run.change({ kind: 'counter', counter: name, value, at: run.at });
    run.note(rule, `${String(before)} → ${String(value)}`, 'passed');
    return undefined;
  },
};

/** What a counter is to be, or undefined when nothing usable was typed. */
function askedValue(step: CounterStep, before: number, typed: string): number | undefined {
  if (step.change === 'add') return before + step.amount;
  if (step.change === 'set') return step.amount;
  const [, sign, digits] = /^([+-]?)\s?(\d{1,10})$/u.exec(typed) ?? [];
  if (digits === undefined) return undefined;
  const number = Number(digits);
  return sign === '+' ? before + number : sign === '-' ? before - number : number;
}
