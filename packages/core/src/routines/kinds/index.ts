import type { Blank } from '../form.js';
import type { Step, StepKindName, StepOf } from '../step.js';
import { branchOnIf, pick, runOther, stop, wait } from './deciding.js';
import { give, setBalance, take } from './currency.js';
import { grace } from './grace.js';
import type { StepKind } from './kind.js';
import { handle, queue } from './queue.js';
import { editCommand } from './commands.js';
import { addLine, draw, findLine, takeLine } from './lists.js';
import { counter, forget, remember } from './memory.js';
import { clear, output, post, timer } from './outside.js';
import { play } from './play.js';
import { redeem } from './rewards.js';
import { reply, say, tell } from './say.js';
import { isAskedOnStage, show, sound, speak, stage } from './stage.js';

/**
 * The kinds of steps there are, in the order they are offered. This is the one place
 * where a kind is added; all else is made from what stands here.
 */
export const STEP_KINDS: { readonly [K in StepKindName]: StepKind<StepOf<K>> } = {
  say,
  reply,
  tell,
  draw,
  'find-line': findLine,
  'add-line': addLine,
  'take-line': takeLine,
  remember,
  forget,
  counter,
  if: branchOnIf,
  pick,
  wait,
  run: runOther,
  stop,
  output,
  post,
  clear,
  grace,
  timer,
  command: editCommand,
  give,
  take,
  set: setBalance,
  queue,
  handle,
  redeem,
  play,
  show,
  sound,
  speak,
  stage,
};

/** The kind of a step, as one that takes any step of its. */
export function kindOf(step: Step): StepKind<Step> {
  return STEP_KINDS[step.kind] as unknown as StepKind<Step>;
}

/** A step's blanks, each with what stands in it. */
export function filledBlanks(
  step: Step,
): readonly { readonly field: string; readonly blank: Blank; readonly value: unknown }[] {
  const fields = step as unknown as Readonly<Record<string, unknown>>;
  return Object.entries(kindOf(step).blanks as Readonly<Record<string, Blank>>).map(([field, blank]) => ({
    field,
    blank,
    value: fields[field],
  }));
}

/** The Liquid texts of a step itself, not of those within it. */
export function textsOf(step: Step): string[] {
  return filledBlanks(step).flatMap(({ blank, value }) => {
    if (blank.as === 'texts') return value as string[];
    if (blank.as === 'text') return [String(value)];
    return blank.as === 'conditions' ? againstOf(value) : [];
  });
}

/** The texts conditions compare with. */
function againstOf(conditions: unknown): string[] {
  const { rows } = conditions as { rows: readonly (object | { against: string })[] };
  return rows.flatMap((row) =>
    'rows' in row ? againstOf(row) : 'against' in row && row.against !== '' ? [row.against] : [],
  );
}

export { isAskedOnStage };
export { FAILURE, type Failure } from './failing.js';
export { STEP_GROUPS, type Outcome, type StepKind, type StepRun } from './kind.js';
