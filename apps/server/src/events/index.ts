export { EventsModule } from './events.module.js';
export { EVENT_TYPES } from './cloud-event.js';
