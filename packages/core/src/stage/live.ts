import type { LiveArea } from '../area/index.js';
import { STAGE } from './slice.js';
import type { StagesTypes } from './types.js';
import { NO_STAGES } from './view.js';

export const STAGES_LIVE: LiveArea<StagesTypes> = {
  empty: { stages: NO_STAGES },
  slices: { stage: STAGE },
  asks: { sound: () => 'plays a sound', over: () => undefined },
};
