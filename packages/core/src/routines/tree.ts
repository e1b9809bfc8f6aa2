import type { Step } from '../channel/index.js';

/** A list of steps within a step, by its field: `then`, `otherwise`, `branches.0.steps`. */
export interface InnerList {
  readonly place: string;
  readonly steps: readonly Step[];
}

/** The lists of steps a step holds; none for most. */
export function innerLists(step: Step): InnerList[] {
  if (step.kind === 'if')
    return [
      { place: 'then', steps: step.then },
      { place: 'otherwise', steps: step.otherwise },
    ];
  if (step.kind === 'pick')
    return step.branches.map(({ steps }, at) => ({ place: `branches.${String(at)}.steps`, steps }));
  return [];
}

/** A step with one of its lists of steps put in place of what it had. */
export function withInnerList(step: Step, place: string, steps: readonly Step[]): Step {
  if (step.kind === 'if') return place === 'then' ? { ...step, then: steps } : { ...step, otherwise: steps };
  if (step.kind !== 'pick') return step;
  return {
    ...step,
    branches: step.branches.map((branch, at) =>
      place === `branches.${String(at)}.steps` ? { ...branch, steps } : branch,
    ),
  };
}

/** All steps, those within others too, each before what it holds. */
export function allSteps(steps: readonly Step[]): Step[] {
  return steps.flatMap((step) => [step, ...innerLists(step).flatMap((inner) => allSteps(inner.steps))]);
}

/** How deep the lists of steps go; 1 when no step holds any. */
export function nesting(steps: readonly Step[]): number {
  return 1 + Math.max(0, ...steps.flatMap((step) => innerLists(step).map((inner) => nesting(inner.steps))));
}

const PLACE = /^(?<outer>.+)\.(?<at>\d+)\.(?<inner>then|otherwise|branches\.\d+\.steps)$/u;

/** The list of steps at a place such as `steps.3.then`, or undefined. */
export function stepsAt(steps: readonly Step[], place: string): readonly Step[] | undefined {
  if (place === 'steps') return steps;
  const { outer, at, inner } = PLACE.exec(place)?.groups ?? {};
  const step = outer === undefined ? undefined : stepsAt(steps, outer)?.[Number(at)];
  return step === undefined ? undefined : innerLists(step).find((list) => list.place === inner)?.steps;
}

/** All steps with the list at a place put in place of what was there. Places that are not there change nothing. */
export function withStepsAt(steps: readonly Step[], place: string, next: readonly Step[]): readonly Step[] {
  if (place === 'steps') return next;
  const { outer, at, inner } = PLACE.exec(place)?.groups ?? {};
  if (outer === undefined || inner === undefined) return steps;
  const around = stepsAt(steps, outer);
  const step = around?.[Number(at)];
  if (around === undefined || step === undefined) return steps;
  return withStepsAt(steps, outer, around.with(Number(at), withInnerList(step, inner, next)));
}
