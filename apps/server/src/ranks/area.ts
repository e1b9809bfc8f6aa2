import type { ServerArea } from '../area/index.js';
import { RanksReached1797040800000 } from './migration.js';
import { RanksModule } from './ranks.module.js';

export const RANKS_AREA: ServerArea = {
  module: RanksModule,
  migrations: [RanksReached1797040800000],
  demo: async () => (await import('./demo/index.js')).ranksPart,
};
