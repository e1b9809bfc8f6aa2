export { StreamsSeen1797087600000 } from './seen-migration.js';
export { ArrivalsByViewer1797062400000 } from './migration.js';
export { StreamModule } from './stream.module.js';
export { StreamService, type StreamTurn } from './stream.service.js';
export { Streams } from './streams.js';
export * from './rows.js';
