import type { Area } from '../area/index.js';
import { ROUTINE_STEPS } from './kinds/index.js';
import type { RoutinesTypes } from './types.js';

export const ROUTINES_AREA: Area<RoutinesTypes> = {
  steps: ROUTINE_STEPS,
};
