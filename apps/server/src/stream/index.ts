export { StreamModule } from './stream.module.js';
export { StreamService, type StreamTurn } from './stream.service.js';
export { Streams } from './streams.js';
export * from './rows.js';
