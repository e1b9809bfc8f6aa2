import type { ServerArea } from '../area/index.js';
import { CairnModule } from './cairn.module.js';
import { Cairns1900000000000 } from './migration.js';
import { CairnRow, StonesRow } from './rows.js';

export const CAIRN_AREA: ServerArea = {
  module: CairnModule,
  rows: [CairnRow, StonesRow],
  migrations: [Cairns1900000000000],
};
