export { AIR } from './manifest.js';
export { connectionWords } from './connection-words.js';
export { ConnectionState } from './connection-state.js';
export { StreamState } from './stream-state.js';
