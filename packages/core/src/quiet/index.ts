export {
  holdsTimers,
  NOT_QUIET,
  QUIET_LEVELS,
  quietAt,
  quietInWords,
  type Quiet,
  type QuietLevel,
} from './quiet.js';
