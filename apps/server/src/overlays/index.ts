export { Overlays1797058800000 } from './migration.js';
export { OverlaysModule } from './overlays.module.js';
export { OverlaysService } from './overlays.service.js';
export { OVERLAY_ROWS } from './rows.js';
