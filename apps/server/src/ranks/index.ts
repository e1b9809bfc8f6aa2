export { RanksReached1797040800000 } from './migration.js';
export { RankWatch } from './rank-watch.js';
export { RanksModule } from './ranks.module.js';
