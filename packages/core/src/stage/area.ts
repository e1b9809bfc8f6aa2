import type { Area } from '../area/index.js';
import { STAGE_STEPS } from './steps.js';
import type { StagesTypes } from './types.js';

export const STAGES_AREA: Area<StagesTypes> = {
  steps: STAGE_STEPS,
};
