import type { ServerArea } from '../area/index.js';
import { QuietModule } from './quiet.module.js';

export const QUIET_AREA: ServerArea = {
  module: QuietModule,
};
