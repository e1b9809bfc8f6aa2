import { filledBlanks, type Step, type World } from '../channel/index.js';
import {
  evaluate,
  MOMENT_STEPS,
  parseText,
  renderText,
  RUN_STEPS,
  type Budget,
  type Scope,
} from '../text/index.js';
import { allRows, type ConditionRow, type Conditions } from './conditions.js';
import type { ThingShape } from '../things/index.js';
import { sayOnly } from './step.js';
import { allSteps } from './tree.js';

/**
 * Whether the texts and conditions of a routine may ask for more than a run may do, so that it
 * would be ended on the way. Measured with every branch taken, the dearest of the texts a step
 * chooses from, and all values empty; a loop over what someone types is counted when it runs.
 * What would take longer to measure than a moment lasts is costly too.
 */
export function isCostly(steps: readonly Step[]): boolean {
  const all: Budget = { left: MOMENT_STEPS };
  let left = RUN_STEPS;
  for (const step of allSteps(steps)) {
    left -= costOf(step, left, all);
    if (left < 0 || all.left < 0) return true;
  }
  return false;
}

/** Whether a thing's texts or steps may ask for more than a run may do. */
export function isCostlyThing<Body>(
  shape: Pick<ThingShape<Body>, 'textsOf' | 'stepsOf'>,
  body: Body,
): boolean {
  const steps = (shape.stepsOf?.(body) ?? []) as readonly Step[];
  return isCostly(steps) || shape.textsOf(body).some((text) => isCostly(sayOnly(text).steps));
}

/** What one text may take outside of a run; it counts as work of the moment, as a run's does. */
export function budgetOfOne({ work }: Pick<World, 'work'>): Budget {
  let left = RUN_STEPS;
  return {
    get left() {
      return left;
    },
    set left(now) {
      if (work !== undefined) work.steps += left - now;
      left = now;
    },
  };
}

/**
 * Render steps a step asks for, not counting those within it.
 *
 * @param most counted no further than just above it
 * @param all taken from for whatever is rendered
 */
function costOf(step: Step, most: number, all: Budget): number {
  let cost = 0;
  const measured = (render: (scope: Scope) => unknown): number => {
    const own: Budget = { left: most - cost };
    render({ values: {}, known: new Set(), chance: { below: () => 0 }, now: 0, budgets: [own, all] });
    return most - cost - own.left;
  };
  const ofText = (text: string): number => {
    const parsed = parseText(text);
    return 'fault' in parsed ? 0 : measured((scope) => renderText(parsed.text, scope));
  };
  for (const { blank, value } of filledBlanks(step)) {
    if (blank.as === 'texts') cost += Math.max(0, ...(value as string[]).map(ofText));
    if (blank.as === 'text') cost += ofText(String(value));
    if (blank.as === 'conditions')
      for (const row of allRows(value as Conditions)) cost += ofRow(row, measured, ofText);
    if (cost > most) break;
  }
  return cost;
}

function ofRow(
  { value, against }: ConditionRow,
  measured: (render: (scope: Scope) => unknown) => number,
  ofText: (text: string) => number,
): number {
  return measured((scope) => evaluate(value, scope)) + ofText(against);
}
