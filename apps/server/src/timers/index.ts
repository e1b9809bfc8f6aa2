export { TimersClock } from './clock.js';
export { TimersAhead, type TimerDraft } from './timers-ahead.js';
export { TimersModule } from './timers.module.js';
export { TimersService } from './timers.service.js';
export { TimersStore, writeTimer, type StoredTimer } from './timers.store.js';
export { Timing } from './timing.js';
export * from './rows.js';
