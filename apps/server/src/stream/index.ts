export { StreamModule } from './stream.module.js';
export { StreamService } from './stream.service.js';
