export { TimersClock } from './clock.js';
export { ChatRates } from './rate.js';
export { standingView } from './standing.js';
export { TimersModule } from './timers.module.js';
export { storedTimer, TimersService } from './timers.service.js';
export { TimersStore, writeTimer, type StoredTimer } from './timers.store.js';
export { HoldDto, TimerBodyDto } from './views.js';
