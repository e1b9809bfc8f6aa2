export { SeasonsModule } from './seasons.module.js';
export { SEASON, SeasonsService } from './seasons.service.js';
