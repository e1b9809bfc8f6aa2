import { type Step, STEP_KINDS } from '@gully/core/channel';
import { expect, test } from '@jest/globals';
import { allSteps } from '@gully/core/routines';
import fc from 'fast-check';
import { copied, dropped, moved, neighbour, placeOf, removed, stepAt, stepsIn, textOf } from './edits.js';

let ids = 0;
const id = (): string => `s${String((ids += 1))}`;
const anySteps = fc.letrec<{ steps: Step[]; step: Step }>((tie) => ({
  steps: fc.array(tie('step'), { maxLength: 4 }),
  step: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc.constant(null).map((): Step => STEP_KINDS.wait.blank(id())),
    fc
      .tuple(tie('steps'), tie('steps'))
      .map(([then, otherwise]): Step => ({ ...STEP_KINDS.if.blank(id()), then, otherwise })),
  ),
})).steps;
const idsOf = (steps: readonly Step[]): string[] => allSteps(steps).map((step) => step.id);
const sorted = (steps: readonly Step[]): string[] => idsOf(steps).sort();

test('moving a step down and up again brings back what was, and never loses one', () => {
  fc.assert(
    fc.property(anySteps, fc.nat(), fc.boolean(), (steps, which, down) => {
      const all = idsOf(steps);
      const chosen = all[which % Math.max(1, all.length)];
      const from = chosen === undefined ? undefined : placeOf(steps, chosen);
      const to = from === undefined ? undefined : neighbour(steps, from, down);
      if (chosen === undefined || from === undefined || to === undefined) return;
      const after = moved(steps, from, to);
      expect(sorted(after)).toEqual(sorted(steps));
      const there = placeOf(after, chosen);
      expect(there).toEqual(to);
      const back = neighbour(after, to, !down);
      expect(back === undefined ? undefined : moved(after, to, back)).toEqual(steps);
    }),
  );
});

test('dropping a step anywhere keeps each step once, and never puts one into itself', () => {
  fc.assert(
    fc.property(anySteps, fc.nat(), fc.nat(), (steps, a, b) => {
      const all = idsOf(steps);
      const [one, other] = [all[a % Math.max(1, all.length)], all[b % Math.max(1, all.length)]];
      if (one === undefined || other === undefined) return;
      const [from, onto] = [placeOf(steps, one), placeOf(steps, other)];
      if (from === undefined || onto === undefined) return;
      const inside = allSteps([stepAt(steps, from)!]).some((step) => step.id === other);
      const after = dropped(steps, from, onto);
      expect(sorted(after)).toEqual(sorted(steps));
      if (inside) return;
      // It stands right before what it was dropped onto.
      const place = placeOf(after, one);
      expect(place === undefined ? '' : stepAt(after, { ...place, at: place.at + 1 })?.id).toBe(other);
    }),
  );
});

test('what is copied is the same with ids of its own, by way of a text too', () => {
  fc.assert(
    fc.property(anySteps, (steps) => {
      const copy = copied(stepsIn(textOf(steps)) ?? []);
      expect(idsOf(copy)).toHaveLength(idsOf(steps).length);
      expect(idsOf(copy).some((each) => idsOf(steps).includes(each))).toBe(false);
      expect(allSteps(copy).map(({ kind }) => kind)).toEqual(allSteps(steps).map(({ kind }) => kind));
    }),
  );
  expect(stepsIn('{"gullySteps":')).toBeUndefined();
  const [first] = [STEP_KINDS.stop.blank('x')];
  expect(removed([first], { list: 'steps', at: 0 })).toEqual([]);
});
