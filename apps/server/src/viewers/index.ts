export { ViewersModule } from './viewers.module.js';
export { ViewersService, type Seen } from './viewers.service.js';
