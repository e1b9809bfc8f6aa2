import type { StepKind, StepRunOf } from '../../area/index.js';
import type { DrawOrder } from '../../random/index.js';
import type { Evaluated } from '../../text/index.js';
import type { Held } from '../compare.js';
import type { Conditions } from '../conditions.js';
import type { OwnStep } from '../step.js';
import type { RoutinesTypes } from '../types.js';

/** What steps that speak, remember and decide may do beside what all may. */
export interface OwnRun extends StepRunOf<RoutinesTypes> {
  evaluate(expression: string): Evaluated;
  check(conditions: Conditions): Held;
  /** one of a step's texts, chosen as it says */
  choose(id: string, texts: readonly string[], order: DrawOrder): string | undefined;
  /** messages it has said */
  readonly messages: number;
}

/** A kind of step that speaks, remembers or decides. */
export type OwnKind<S extends OwnStep> = StepKind<S, OwnRun>;
export type StepsOfRoutines = {
  readonly [K in OwnStep['kind']]: OwnKind<Extract<OwnStep, { readonly kind: K }>>;
};
