export { OverlaysModule } from './overlays.module.js';
export { OverlaysService } from './overlays.service.js';
