export { PruningModule } from './pruning.module.js';
export { Pruning, type PrunedTable } from './pruning.js';
