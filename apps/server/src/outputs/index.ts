export { Outputs } from './outputs.js';
export { OutputsModule } from './outputs.module.js';
