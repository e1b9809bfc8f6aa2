export { QuietModule } from './quiet.module.js';
export { QuietService } from './quiet.service.js';
