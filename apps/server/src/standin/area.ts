import type { ServerArea } from '../area/index.js';
import { StandinModule } from './standin.module.js';

export const STANDIN_AREA: ServerArea = {
  module: StandinModule,
};
