export { AIR } from './manifest.js';
export { ConnectionState } from './connection-state.js';
export { StreamState } from './stream-state.js';
