import type { ServerArea } from '../area/index.js';
import { ArrivalsByViewer1797062400000 } from './migration.js';
import { STREAM_ROWS } from './rows.js';
import { StreamsSeen1797087600000 } from './seen-migration.js';
import { StreamModule } from './stream.module.js';

export const STREAM_AREA: ServerArea = {
  module: StreamModule,
  rows: STREAM_ROWS,
  migrations: [ArrivalsByViewer1797062400000, StreamsSeen1797087600000],
  demo: async () => (await import('./demo/index.js')).streamPart,
};
