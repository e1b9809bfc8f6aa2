import type { Step } from '@gully/core/channel';
import type { ComponentType } from 'react';

export interface StepListProps {
  readonly steps: readonly Step[];
  /** where they stand, such as `steps` or `steps.3.then` */
  readonly list: string;
  readonly label: string;
}

/** Draws the steps within a step. It is handed down, since steps hold lists that hold steps. */
export type StepsWithin = ComponentType<StepListProps>;
