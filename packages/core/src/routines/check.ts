import { ROLES } from '../chat/index.js';
import { DRAW_ORDERS } from '../random/index.js';
import { parseText } from '../text/index.js';
import {
  COUNTER_CHANGES,
  COUNTER_LIMIT,
  COUNTER_NAME_LIMIT,
  STEPS_LIMIT,
  TEXTS_LIMIT,
  type CounterStep,
  type Routine,
  type SayStep,
} from './step.js';

/** What is wrong with something, by place; empty when nothing is. */
export type Faults = Record<string, string>;

/** Checks each step; places are such as `steps.0.texts.1`. */
export function checkRoutine({ steps }: Routine): Faults {
  const faults: Faults = {};
  if (steps.length === 0) faults.steps = 'It does nothing yet: add a step';
  if (steps.length > STEPS_LIMIT) faults.steps = `A routine has at most ${String(STEPS_LIMIT)} steps`;
  if (new Set(steps.map(({ id }) => id)).size < steps.length) faults.steps = 'Two steps have one id';
  for (const [index, step] of steps.entries())
    Object.assign(
      faults,
      step.kind === 'say'
        ? checkSay(step, `steps.${String(index)}`)
        : checkCounter(step, `steps.${String(index)}`),
    );
  return faults;
}

function checkSay({ texts, order }: SayStep, place: string): Faults {
  const faults: Faults = {};
  if (texts.length === 0) faults[`${place}.texts.0`] = 'Write what the bot says';
  if (texts.length > TEXTS_LIMIT)
    faults[`${place}.texts`] = `A step has at most ${String(TEXTS_LIMIT)} texts to choose from`;
  if (!DRAW_ORDERS.includes(order)) faults[`${place}.order`] = 'There is no such order';
  for (const [index, text] of texts.entries()) {
    const fault = textFault(text);
    if (fault !== undefined) faults[`${place}.texts.${String(index)}`] = fault;
  }
  return faults;
}

function checkCounter({ counter, change, amount, lowestRole }: CounterStep, place: string): Faults {
  const faults: Faults = {};
  const named = counterNameFault(counter);
  if (named !== undefined) faults[`${place}.counter`] = named;
  if (!COUNTER_CHANGES.includes(change)) faults[`${place}.change`] = 'There is no such change';
  if (change !== 'typed' && !isCounterNumber(amount))
    faults[`${place}.amount`] = `A whole number, at most ${COUNTER_LIMIT.toLocaleString('en')} up or down`;
  if (!ROLES.includes(lowestRole)) faults[`${place}.lowestRole`] = 'There is no such role';
  return faults;
}

/** What is wrong with a counter's name, or undefined. It is written in texts, so it is one plain word. */
export function counterNameFault(name: string): string | undefined {
  if (name === '') return 'Name the counter';
  if (!/^\p{L}[\p{L}\p{N}_]*$/u.test(name))
    return 'A counter’s name is letters, digits and _, beginning with a letter';
  if (name.length > COUNTER_NAME_LIMIT)
    return `A counter’s name has at most ${String(COUNTER_NAME_LIMIT)} characters`;
  return undefined;
}

export function isCounterNumber(value: number): boolean {
  return Number.isInteger(value) && Math.abs(value) <= COUNTER_LIMIT;
}

/** Why a text cannot be used, with its place, or undefined. */
export function textFault(source: string): string | undefined {
  if (source.trim() === '') return 'Write what the bot says';
  const result = parseText(source);
  if (!('fault' in result)) return undefined;
  const { line, column, message } = result.fault;
  return `Line ${String(line)}, column ${String(column)}: ${message}`;
}
