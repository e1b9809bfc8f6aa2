import type { ServerArea } from '../area/index.js';
import { MediaModule } from './media.module.js';
import { Media1797055200000 } from './migration.js';
import { MEDIA_ROWS } from './rows.js';

export const MEDIA_AREA: ServerArea = {
  module: MediaModule,
  rows: MEDIA_ROWS,
  migrations: [Media1797055200000],
};
