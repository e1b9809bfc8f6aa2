import type { ServerArea } from '../area/index.js';
import { ListsModule } from './lists.module.js';
import { LISTS_ROWS } from './rows.js';

export const LISTS_AREA: ServerArea = {
  module: ListsModule,
  rows: LISTS_ROWS,
  demo: async () => (await import('./demo/index.js')).listsPart,
};
