import type { ServerArea } from '../area/index.js';
import { THINGS_ROWS } from './rows.js';
import { ThingsModule } from './things.module.js';

export const THINGS_AREA: ServerArea = {
  module: ThingsModule,
  rows: THINGS_ROWS,
};
