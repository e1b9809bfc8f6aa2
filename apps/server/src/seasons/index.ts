export { Seasons1797044400000 } from './migration.js';
export { SeasonsModule } from './seasons.module.js';
export { SEASON, SeasonsService } from './seasons.service.js';
