import type { Step } from '@gully/core/channel';
import { allSteps, innerLists, stepsAt, withReferences, withStepsAt } from '@gully/core/routines';
import { ulid } from 'ulid';

/** Where a step stands: its list, such as `steps.3.then`, and its place in it from 0. */
export interface StepPlace {
  readonly list: string;
  readonly at: number;
}

export function stepAt(steps: readonly Step[], { list, at }: StepPlace): Step | undefined {
  return stepsAt(steps, list)?.[at];
}

/** Puts steps in before the place. */
export function inserted(
  steps: readonly Step[],
  { list, at }: StepPlace,
  added: readonly Step[],
): readonly Step[] {
  const around = stepsAt(steps, list);
  return around === undefined ? steps : withStepsAt(steps, list, around.toSpliced(at, 0, ...added));
}

export function removed(steps: readonly Step[], { list, at }: StepPlace, count = 1): readonly Step[] {
  const around = stepsAt(steps, list);
  return around === undefined ? steps : withStepsAt(steps, list, around.toSpliced(at, count));
}

export function replaced(steps: readonly Step[], { list, at }: StepPlace, step: Step): readonly Step[] {
  const around = stepsAt(steps, list);
  return around?.[at] === undefined ? steps : withStepsAt(steps, list, around.with(at, step));
}

/** Steps as they are put in somewhere else: with ids of their own. */
export function copied(steps: readonly Step[]): Step[] {
  return withReferences(
    steps,
    ({ id }) => id,
    () => ulid(),
  );
}

/** The place of the step around an inner list; undefined for the whole routine. */
function outerOf(list: string): { readonly place: StepPlace; readonly inner: string } | undefined {
  const { outer, at, inner } =
    /^(?<outer>.+)\.(?<at>\d+)\.(?<inner>then|otherwise|branches\.\d+\.steps)$/u.exec(list)?.groups ?? {};
  if (outer === undefined || inner === undefined) return undefined;
  return { place: { list: outer, at: Number(at) }, inner };
}

/**
 * Where a step goes when it is moved one line down, or up, as one reads them: over a plain
 * step, into the branches of one that has some, and out of them again at their end. The
 * place is that after the step was taken out. Undefined where there is nowhere to go.
 */
export function neighbour(
  steps: readonly Step[],
  { list, at }: StepPlace,
  down: boolean,
): StepPlace | undefined {
  const around = stepsAt(steps, list) ?? [];
  const next = around[down ? at + 1 : at - 1];
  if (next !== undefined) {
    const lists = innerLists(next);
    const into = down ? lists[0] : lists.at(-1);
    if (into === undefined) return { list, at: down ? at + 1 : at - 1 };
    // What stands behind the step moves up by one when it is taken out.
    const place = `${list}.${String(down ? at : at - 1)}.${into.place}`;
    return { list: place, at: down ? 0 : into.steps.length };
  }
  const outer = outerOf(list);
  const holder = outer === undefined ? undefined : stepAt(steps, outer.place);
  if (outer === undefined || holder === undefined) return undefined;
  const lists = innerLists(holder);
  const own = lists.findIndex(({ place }) => place === outer.inner);
  const beside = lists[down ? own + 1 : own - 1];
  if (beside !== undefined) {
    const place = `${outer.place.list}.${String(outer.place.at)}.${beside.place}`;
    return { list: place, at: down ? 0 : beside.steps.length };
  }
  return { list: outer.place.list, at: outer.place.at + (down ? 1 : 0) };
}

/** Takes a step out and puts it in at a place counted without it. */
export function moved(steps: readonly Step[], from: StepPlace, to: StepPlace): readonly Step[] {
  const step = stepAt(steps, from);
  return step === undefined ? steps : inserted(removed(steps, from), to, [step]);
}

/**
 * Takes a step out and puts it in before what stands at a place now, as dragging does.
 * A step is not put into itself.
 */
export function dropped(steps: readonly Step[], from: StepPlace, onto: StepPlace): readonly Step[] {
  if (`${onto.list}.`.startsWith(`${from.list}.${String(from.at)}.`)) return steps;
  if (onto.list === from.list)
    return moved(steps, from, { ...onto, at: onto.at > from.at ? onto.at - 1 : onto.at });
  // Lists within a step behind it have that step's place in their name.
  const inside = onto.list.startsWith(`${from.list}.`)
    ? onto.list
        .slice(from.list.length + 1)
        .replace(/^\d+/u, (n) => String(Number(n) > from.at ? Number(n) - 1 : n))
    : undefined;
  return moved(steps, from, inside === undefined ? onto : { ...onto, list: `${from.list}.${inside}` });
}

/** Where a step of this id stands. */
export function placeOf(steps: readonly Step[], id: string, list = 'steps'): StepPlace | undefined {
  for (const [at, step] of (stepsAt(steps, list) ?? []).entries()) {
    if (step.id === id) return { list, at };
    for (const inner of innerLists(step)) {
      const found = placeOf(steps, id, `${list}.${String(at)}.${inner.place}`);
      if (found !== undefined) return found;
    }
  }
  return undefined;
}

/** The steps of a text that was copied, or undefined when it holds none. */
export function stepsIn(text: string | null): readonly Step[] | undefined {
  try {
    const { gullySteps } = JSON.parse(text ?? '') as { gullySteps?: Step[] };
    return gullySteps !== undefined && allSteps(gullySteps).length > 0 ? gullySteps : undefined;
  } catch {
    return undefined;
  }
}
export function textOf(steps: readonly Step[]): string {
  return JSON.stringify({ gullySteps: steps });
}
