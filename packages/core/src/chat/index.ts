export { fullBucket, refill, take, type Bucket, type BucketLimit } from './bucket.js';
export type { ChatLine } from './line.js';
export {
  LINE_BYTES,
  LINE_PARTS,
  prepareLines,
  sortWaiting,
  STALE_AFTER_MS,
  URGENCIES,
  type Sorted,
  type Urgency,
  type Waiting,
} from './outgoing.js';
export { FIRST_PAUSE_MS, LONGEST_PAUSE_MS, reconnectPause } from './reconnect.js';
export {
  hasAtLeast,
  ROLE_NAMES,
  roleFromMode,
  roleFromPrefix,
  ROLES,
  rolesFromTag,
  strongestRole,
  type Role,
} from './roles.js';
export type { Check, Outcome, Why } from './why.js';
