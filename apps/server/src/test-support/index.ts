export { RawClient } from '../../../standin/src/test-support/raw-client.js';
export { Gully, lantern, type Plain, newFolder, newStandin, until } from './harness.js';
