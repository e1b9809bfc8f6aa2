export { PruningModule } from './pruning.module.js';
export { Pruning } from './pruning.js';
