import type { ServerArea } from '../area/index.js';
import { Outputs1797066000000 } from './migration.js';
import { OutputsModule } from './outputs.module.js';
import { OUTPUT_ROWS } from './rows.js';

export const OUTPUTS_AREA: ServerArea = {
  module: OutputsModule,
  rows: OUTPUT_ROWS,
  migrations: [Outputs1797066000000],
  demo: async () => (await import('./demo/index.js')).outputsPart,
};
