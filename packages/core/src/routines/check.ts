import type { Blank, WordOf } from '../area/index.js';
import { filledBlanks, kindOf, type Step } from '../channel/index.js';
import { expressionFault, compilePattern, parseText, typedDuration } from '../text/index.js';
import { ALONE, COMPARISONS, isGroup, NESTING_LIMIT, ROWS_LIMIT, type Conditions } from './conditions.js';
import {
  AFTER_RESTART,
  BRANCHES_LIMIT,
  DEPTH_LIMIT,
  NAME_LIMIT,
  STEPS_LIMIT,
  TEXTS_LIMIT,
  WAIT_LIMIT,
  WHILE_RUNNING,
  type Branch,
  type Routine,
} from './step.js';
import type { ReferenceKind } from '../things/index.js';
import { allSteps, innerLists, nesting } from './tree.js';

/** What is wrong with something, by place; empty when nothing is. */
export type Faults = Record<string, string>;

/** What there is for a routine to refer to; it is not asked where that is unknown. */
export interface Surroundings {
  has?(to: ReferenceKind, id: string): boolean;
}

/** Checks each step; places are such as `steps.0.texts.1` and `steps.2.then.0.name`. */
export function checkRoutine(routine: Routine, about: Surroundings = {}): Faults {
  const { steps } = routine;
  const all = allSteps(steps);
  const faults: Faults = {};
  if (steps.length === 0) faults.steps = 'It does nothing yet: add a step';
  if (all.length > STEPS_LIMIT) faults.steps = `A routine has at most ${String(STEPS_LIMIT)} steps`;
  if (new Set(all.map(({ id }) => id)).size < all.length) faults.steps = 'Two steps have one id';
  if (nesting(steps) > DEPTH_LIMIT)
    faults.steps = `Branches can be nested at most ${String(DEPTH_LIMIT)} deep`;
  if (longestWait(steps) > WAIT_LIMIT)
    faults.steps = `It would wait more than 5 min in all: ${String(longestWait(steps))} s`;
  if (!WHILE_RUNNING.includes(routine.whileRunning)) faults.whileRunning = 'There is no such choice';
  if (!AFTER_RESTART.includes(routine.afterRestart)) faults.afterRestart = 'There is no such choice';
  Object.assign(faults, checkSteps(steps, 'steps', about));
  return faults;
}

function checkSteps(steps: readonly Step[], place: string, about: Surroundings): Faults {
  const faults: Faults = {};
  for (const [index, step] of steps.entries()) {
    const at = `${place}.${String(index)}`;
    for (const { field, blank, value } of filledBlanks(step))
      if (appliesTo(step, field)) Object.assign(faults, blankFaults(blank, value, `${at}.${field}`, about));
    for (const inner of innerLists(step))
      Object.assign(faults, checkSteps(inner.steps, `${at}.${inner.place}`, about));
  }
  return faults;
}

/** Whether a blank counts as the step stands; a counter set as typed has no amount, a timer chosen no name. */
function appliesTo(step: Step, field: string): boolean {
  return kindOf(step).applies?.(step, field as never) ?? true;
}

/** What is wrong with what stands in one blank, by place. */
export function blankFaults(blank: Blank, value: unknown, place: string, about: Surroundings): Faults {
  const one = (fault: string | undefined): Faults => (fault === undefined ? {} : { [place]: fault });
  switch (blank.as) {
    case 'texts':
      return checkTexts(value as readonly string[], place);
    case 'text':
      return one(templateFault(String(value), blank.most));
    case 'word':
      return one(wordFault(String(value), blank.of));
    case 'number':
      return one(numberFault(Number(value), blank));
    case 'choice':
      return one(Object.hasOwn(blank.options, String(value)) ? undefined : 'There is no such choice');
    case 'reference':
      return value === blank.otherwise?.value ? {} : one(referenceFault(String(value), blank.to, about));
    case 'conditions':
      return checkConditionRows(value as Conditions, place, 1);
    case 'branches':
      return checkBranches(value as readonly Branch[], place);
    case 'steps':
      return {};
  }
}

function checkTexts(texts: readonly string[], place: string): Faults {
  const faults: Faults = {};
  if (texts.length === 0) faults[`${place}.0`] = 'Write what the bot says';
  if (texts.length > TEXTS_LIMIT)
    faults[place] = `A step has at most ${String(TEXTS_LIMIT)} texts to choose from`;
  for (const [index, text] of texts.entries()) {
    const fault = textFault(text);
    if (fault !== undefined) faults[`${place}.${String(index)}`] = fault;
  }
  return faults;
}

function numberFault(
  value: number,
  { least, most, unit }: Pick<Blank & { readonly as: 'number' }, 'least' | 'most' | 'unit'>,
): string | undefined {
  if (Number.isInteger(value) && value >= least && value <= most) return undefined;
  if (unit === 's')
    return `Whole seconds, from ${typedDuration(least * 1000)} to ${typedDuration(most * 1000)}`;
  return least === -most
    ? `A whole number, at most ${most.toLocaleString('en')} up or down`
    : `A whole number from ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;
}

function referenceFault(value: string, to: ReferenceKind, about: Surroundings): string | undefined {
  if (value === '') return `Choose a ${to}`;
  return about.has?.(to, value) === false ? `There is no such ${to} any more; choose another` : undefined;
}

function checkConditionRows(conditions: Conditions, place: string, depth: number): Faults {
  const faults: Faults = {};
  const { rows } = conditions;
  if (rows.length === 0) faults[place] = 'Say what it depends on';
  if (rows.length > ROWS_LIMIT) faults[place] = `At most ${String(ROWS_LIMIT)} conditions in one group`;
  if (depth > NESTING_LIMIT) faults[place] = `Groups can be nested at most ${String(NESTING_LIMIT)} deep`;
  for (const [index, row] of rows.entries()) {
    const at = `${place}.rows.${String(index)}`;
    if (isGroup(row)) Object.assign(faults, checkConditionRows(row, at, depth + 1));
    else {
      const value = row.value.trim() === '' ? 'Choose a value' : expressionFault(row.value);
      if (value !== undefined) faults[`${at}.value`] = value;
      if (!COMPARISONS.includes(row.comparison)) faults[`${at}.comparison`] = 'There is no such comparison';
      const against = againstFault(row.comparison, row.against);
      if (against !== undefined) faults[`${at}.against`] = against;
    }
  }
  return faults;
}

function againstFault(comparison: (typeof COMPARISONS)[number], against: string): string | undefined {
  if (ALONE.includes(comparison)) return undefined;
  if (against.trim() === '') return 'Write what to compare with';
  if (comparison === 'matches' && !against.includes('{')) {
    const result = compilePattern(against, false);
    if ('fault' in result) return result.fault;
  }
  return templateFault(against, 1_000);
}

function checkBranches(branches: readonly Branch[], place: string): Faults {
  const faults: Faults = {};
  if (branches.length < 2) faults[place] = 'Give at least two branches';
  if (branches.length > BRANCHES_LIMIT) faults[place] = `At most ${String(BRANCHES_LIMIT)} branches`;
  for (const [index, { weight }] of branches.entries())
    if (!(Number.isInteger(weight) && weight >= 1 && weight <= 1_000))
      faults[`${place}.${String(index)}.weight`] = 'A weight is a whole number from 1 to 1,000';
  return faults;
}

/** The most seconds any way through the steps waits. */
function longestWait(steps: readonly Step[]): number {
  return steps.reduce((sum, step) => {
    const own = step.kind === 'wait' && Number.isFinite(step.seconds) ? step.seconds : 0;
    return sum + own + Math.max(0, ...innerLists(step).map((inner) => longestWait(inner.steps)));
  }, 0);
}

/** What is wrong with a word something is known by, or undefined. It is written in texts, so it is one plain word. */
export function wordFault(word: string, of: WordOf): string | undefined {
  const what = { counter: 'counter', remembered: 'word', output: 'file', time: 'hour' }[of];
  if (word === '') return of === 'remembered' ? 'Give the word it is known by' : `Name the ${what}`;
  if (of === 'time')
    return /^([01]\d|2[0-3]):[0-5]\d$/u.test(word)
      ? undefined
      : `“${word}” is no time of day; write it as 21:30`;
  if (of === 'output' && !/^[\p{L}\p{N}][\p{L}\p{N} _-]*$/u.test(word))
    return 'A file’s name is letters, digits, spaces, - and _; it is kept in the outputs folder';
  if (of !== 'output' && !/^\p{L}[\p{L}\p{N}_]*$/u.test(word))
    return `A ${what}’s name is letters, digits and _, beginning with a letter`;
  if (word.length > NAME_LIMIT) return `A ${what}’s name has at most ${String(NAME_LIMIT)} characters`;
  return undefined;
}

/** Why a text that is said cannot be used, with its place, or undefined. */
export function textFault(source: string): string | undefined {
  if (source.trim() === '') return 'Write what the bot says';
  return templateFault(source, Infinity);
}

/** What was found of texts lately: a script is checked again with every letter, and all but one text are as they were. */
const looked = new Map<string, string | undefined>();
const LOOKED_KEPT = 2_000;

function templateFault(source: string, most: number): string | undefined {
  if (source.length > most) return `At most ${most.toLocaleString('en')} characters`;
  if (looked.has(source)) return looked.get(source);
  const fault = readFault(source);
  looked.set(source, fault);
  if (looked.size > LOOKED_KEPT) looked.delete(looked.keys().next().value ?? '');
  return fault;
}

function readFault(source: string): string | undefined {
  const result = parseText(source);
  if (!('fault' in result)) return undefined;
  const { line, column, message } = result.fault;
  return `Line ${String(line)}, column ${String(column)}: ${message}`;
}
