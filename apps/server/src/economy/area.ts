import type { ServerArea } from '../area/index.js';
import { EconomyModule } from './economy.module.js';

export const ECONOMY_AREA: ServerArea = {
  module: EconomyModule,
};
