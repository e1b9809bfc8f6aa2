import type { Area } from '../area/index.js';
import { GUARD_STEPS } from './steps.js';
import type { GuardTypes } from './types.js';

export const GUARD_AREA: Area<GuardTypes> = {
  steps: GUARD_STEPS,
};
