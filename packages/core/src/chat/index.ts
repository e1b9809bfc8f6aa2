export { RateWindow, type RateLimit } from './rate-window.js';
export { readEmotesTag, type EmotePlace } from './emotes.js';
export { CONNECTIONS, type ChatLine } from './line.js';
export {
  LINE_BYTES,
  LINE_PARTS,
  prepareLines,
  sortWaiting,
  URGENCIES,
  type Urgency,
  type Waiting,
} from './outgoing.js';
export { LONGEST_PAUSE_MS, reconnectPause } from './reconnect.js';
export {
  hasAtLeast,
  readRolesTag,
  ROLE_NAMES,
  roleFromMode,
  ROLES,
  strongestRole,
  type Role,
  type TagRoles,
} from './roles.js';
export {
  hasRun,
  onceEnded,
  OUTCOMES,
  reasonOf,
  REFUSAL_REASONS,
  type Check,
  type LineOutcome,
  type RefusalReason,
  type Why,
} from './why.js';
