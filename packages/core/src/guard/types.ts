import type { ClearStep, GraceStep } from './steps.js';
import type { GraceChange } from './grace.js';
import type { GuardChange, GuardEffect, GuardView, GraceView } from './view.js';

/** Takes the last messages out of chat. */
export interface ClearAsk {
  readonly kind: 'clear';
}

export interface GuardTypes {
  readonly view: {
    readonly guard: GuardView;
    readonly grace: GraceView & {
      /** how long it usually lasts, in seconds */
      readonly seconds: () => number;
    };
  };
  readonly change: GuardChange | GraceChange;
  readonly step: ClearStep | GraceStep;
  readonly ask: ClearAsk;
  readonly effect: GuardEffect;
}
