import type { ServerArea } from '../area/index.js';
import { PruningModule } from './pruning.module.js';

export const PRUNING_AREA: ServerArea = {
  module: PruningModule,
};
