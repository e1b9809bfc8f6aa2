import type { ServerArea } from '../area/index.js';
import { LedgerModule } from './ledger.module.js';
import { Ledger1797033600000 } from './migration.js';
import { LEDGER_ROWS } from './rows.js';

export const LEDGER_AREA: ServerArea = {
  module: LedgerModule,
  rows: LEDGER_ROWS,
  migrations: [Ledger1797033600000],
};
