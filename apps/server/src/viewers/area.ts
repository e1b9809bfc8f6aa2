import type { ServerArea } from '../area/index.js';
import { SubscribedTier1797048000000 } from './migration.js';
import { VIEWERS_ROWS } from './rows.js';
import { ViewersModule } from './viewers.module.js';

export const VIEWERS_AREA: ServerArea = {
  module: ViewersModule,
  rows: VIEWERS_ROWS,
  migrations: [SubscribedTier1797048000000],
};
