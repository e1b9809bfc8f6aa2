import type { Area } from '../area/index.js';
import { OUTPUT_STEPS } from './steps.js';
import type { OutputsTypes } from './types.js';

export const OUTPUTS_AREA: Area<OutputsTypes> = {
  steps: OUTPUT_STEPS,
};
