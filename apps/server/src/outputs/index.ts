export { Outputs1797066000000 } from './migration.js';
export { Outputs } from './outputs.js';
export { OutputsModule } from './outputs.module.js';
export { OUTPUT_ROWS } from './rows.js';
