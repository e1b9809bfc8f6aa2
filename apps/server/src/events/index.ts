export { EventsModule } from './events.module.js';
export { ChannelEvents } from './channel-events.js';
export { Following } from './following.js';
export { EVENT_TYPES } from './cloud-event.js';
