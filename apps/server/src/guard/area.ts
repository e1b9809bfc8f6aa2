import type { ServerArea } from '../area/index.js';
import { GuardModule } from './guard.module.js';
import { ModesRestored1797069600000 } from './migration.js';
import { OverlapKept1797091200000 } from './overlap-migration.js';
import { GUARD_ROWS } from './rows.js';

export const GUARD_AREA: ServerArea = {
  module: GuardModule,
  rows: GUARD_ROWS,
  migrations: [ModesRestored1797069600000, OverlapKept1797091200000],
  demo: async () => (await import('./demo/index.js')).guardPart,
};
