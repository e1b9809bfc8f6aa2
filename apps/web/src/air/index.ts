export { ConnectionState } from './connection-state.js';
export { OnAirPage } from './on-air-page.js';
export { StreamState } from './stream-state.js';
