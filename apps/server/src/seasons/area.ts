import type { ServerArea } from '../area/index.js';
import { Seasons1797044400000 } from './migration.js';
import { SeasonsModule } from './seasons.module.js';

export const SEASONS_AREA: ServerArea = {
  module: SeasonsModule,
  migrations: [Seasons1797044400000],
  demo: async () => (await import('./demo/index.js')).seasonsPart,
};
