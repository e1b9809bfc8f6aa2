import type { ServerArea } from '../area/index.js';
import { BoardModule } from './board.module.js';

export const BOARD_AREA: ServerArea = {
  module: BoardModule,
};
