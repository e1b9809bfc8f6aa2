export { StandinModule } from './standin.module.js';
export { StandinService } from './standin.service.js';
