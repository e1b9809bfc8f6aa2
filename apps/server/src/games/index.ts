export { GamesModule } from './games.module.js';
export type { GameDto, PlayedDto, RecomputedDto, RoundDto, RunningDto } from './views.js';
