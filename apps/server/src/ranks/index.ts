export { RankWatch } from './rank-watch.js';
export { RanksModule } from './ranks.module.js';
