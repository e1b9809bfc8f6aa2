import type { ServerArea } from '../area/index.js';
import { RUNS_ROWS } from './rows.js';
import { RunsModule } from './runs.module.js';

export const RUNS_AREA: ServerArea = {
  module: RunsModule,
  rows: RUNS_ROWS,
};
