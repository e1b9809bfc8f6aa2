import type { ServerArea } from '../area/index.js';
import { ActivityModule } from './activity.module.js';
import { ACTIVITY_ROWS } from './rows.js';

export const ACTIVITY_AREA: ServerArea = {
  module: ActivityModule,
  rows: ACTIVITY_ROWS,
};
