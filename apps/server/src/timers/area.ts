import type { ServerArea } from '../area/index.js';
import { TIMERS_ROWS } from './rows.js';
import { TimersModule } from './timers.module.js';

export const TIMERS_AREA: ServerArea = {
  module: TimersModule,
  rows: TIMERS_ROWS,
  demo: async () => (await import('./demo/index.js')).timersPart,
};
