import type { ServerArea } from '../area/index.js';
import { EventsModule } from './events.module.js';

export const EVENTS_AREA: ServerArea = {
  module: EventsModule,
};
