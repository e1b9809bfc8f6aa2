import type { ServerArea } from '../area/index.js';
import { ConnectionModule } from './connection.module.js';

export const CONNECTION_AREA: ServerArea = {
  module: ConnectionModule,
};
