import type { ServerArea } from '../area/index.js';
import { GamesModule } from './games.module.js';
import { Games1797076800000 } from './migration.js';
import { GAME_ROWS } from './rows.js';

export const GAMES_AREA: ServerArea = {
  module: GamesModule,
  rows: GAME_ROWS,
  migrations: [Games1797076800000],
  demo: async () => (await import('./demo/index.js')).gamesPart,
};
