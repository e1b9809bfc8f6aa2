export { OFFLINE, type StreamState } from './state.js';
export {
  ALWAYS,
  CATEGORIES_LIMIT,
  checkWhen,
  LIVE_CHOICES,
  whenFault,
  whenInWords,
  type When,
  type WhenCheck,
} from './when.js';
