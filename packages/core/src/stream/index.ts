export { OFFLINE, SAME_STREAM_MS, streamFrom, type StreamState } from './state.js';
export { ALWAYS, checkWhen, LIVE_CHOICES, whenFault, whenInWords, type When } from './when.js';
