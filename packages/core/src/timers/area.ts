import type { Area } from '../area/index.js';
import { TIMER_STEPS } from './steps.js';
import type { TimersTypes } from './types.js';

export const TIMERS_AREA: Area<TimersTypes> = {
  steps: TIMER_STEPS,
};
