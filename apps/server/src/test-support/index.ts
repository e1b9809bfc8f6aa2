export { FaultyDisk } from './faulty-disk.js';
export { gaming } from './gaming.js';
export { GIVEN, selling } from './selling.js';
export { queueing, ROPE_ID } from './queueing.js';
export { RawClient } from '../../../standin/src/test-support/raw-client.js';
export {
  EVENTS_SECRET,
  Gully,
  drafted,
  lantern,
  type Plain,
  type Rehearsed,
  newFolder,
  newStandin,
  waitingFor,
  until,
  withTexts,
} from './harness.js';
