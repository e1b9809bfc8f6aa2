export { GamesModule } from './games.module.js';
export { Games1797076800000 } from './migration.js';
export { GAME_ROWS } from './rows.js';
export type { GameDto, PlayedDto, RecomputedDto, RoundDto, RunningDto } from './views.js';
