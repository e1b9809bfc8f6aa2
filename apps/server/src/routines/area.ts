import type { ServerArea } from '../area/index.js';
import { RoutinesModule } from './routines.module.js';
import { ROUTINES_ROWS } from './rows.js';

export const ROUTINES_AREA: ServerArea = {
  module: RoutinesModule,
  rows: ROUTINES_ROWS,
  demo: async () => (await import('./demo/index.js')).routinesPart,
};
