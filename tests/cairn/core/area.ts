import type { Area } from '../area/index.js';
import { CAIRN_STEPS } from './steps.js';
import type { CairnTypes } from './types.js';

export const CAIRN_AREA: Area<CairnTypes> = { steps: CAIRN_STEPS };
