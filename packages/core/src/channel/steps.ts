import { STEP_GROUPS, type Blank, type StepKind, type StepRun } from '../area/index.js';
import { AREAS } from './areas.js';
import type { About, AskEffect, Change, Step, StepKindName, StepOf, World } from './types.js';

/** A kind of step, whatever area it is of. */
export type AnyKind<S extends Step = Step> = StepKind<S, StepRun<World, Change, About>, AskEffect>;

const kinds = AREAS.flatMap((area): readonly AnyKind[] =>
  'steps' in area ? (Object.values(area.steps) as unknown as readonly AnyKind[]) : [],
).sort((a, b) => STEP_GROUPS.indexOf(a.group) - STEP_GROUPS.indexOf(b.group));

/** The kinds of steps there are, in the order they are offered. */
export const STEP_KINDS = Object.fromEntries(kinds.map((each) => [each.kind, each])) as unknown as {
  readonly [K in StepKindName]: AnyKind<StepOf<K>>;
};

/** The kind of a step, as one that takes any step of its. */
export function kindOf(step: Step): AnyKind {
  return STEP_KINDS[step.kind] as unknown as AnyKind;
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
