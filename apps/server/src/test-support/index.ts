export { RawClient } from '../../../standin/src/test-support/raw-client.js';
export { Gully, LANTERN, newFolder, newStandin, until } from './harness.js';
