export { EventsModule } from './events.module.js';
