export { isPlatformEvent, PLATFORM_EVENTS, type PlatformEvent } from './platform-events.js';
export { WHEN_SCHEMA } from './schema.js';
export { OFFLINE, SAME_STREAM_MS, streamFrom, type StreamState } from './state.js';
export { ALWAYS, checkWhen, LIVE_CHOICES, whenFault, whenInWords, type When } from './when.js';
