import type { ServerArea } from '../area/index.js';
import { Overlays1797058800000 } from './migration.js';
import { OverlaysModule } from './overlays.module.js';
import { OVERLAY_ROWS } from './rows.js';

export const OVERLAYS_AREA: ServerArea = {
  module: OverlaysModule,
  rows: OVERLAY_ROWS,
  migrations: [Overlays1797058800000],
  demo: async () => (await import('./demo/index.js')).overlaysPart,
};
