import type { AnyStep } from './step.js';

/** A step's kind, and what stands in some of its blanks. */
export type StepLike = Pick<AnyStep, 'kind'> & Readonly<Record<string, unknown>>;

/** Finds commands by what their steps do. */
export interface CommandsDoing {
  /** a command with a step like this, as it is typed; undefined where none that is on has one */
  doing(like: StepLike): string | undefined;
}

/** Whether a step is of that kind and has that in its blanks. */
export function isLike(step: AnyStep, like: StepLike): boolean {
  const fields = step as unknown as Readonly<Record<string, unknown>>;
  return Object.entries(like).every(([field, value]) => fields[field] === value);
}
