import type { ServerArea } from '../area/index.js';
import { RehearsalModule } from './rehearsal.module.js';

export const REHEARSAL_AREA: ServerArea = {
  module: RehearsalModule,
};
