import type { Area } from '../area/index.js';
import { LIST_STEPS } from './steps.js';
import type { ListsTypes } from './types.js';

export const LISTS_AREA: Area<ListsTypes> = {
  steps: LIST_STEPS,
};
