export { ConnectionModule } from './connection.module.js';
export {
  ConnectionSettings,
  ROOM_SECRETS,
  type Room,
  type RoomSecret,
  type RoomSecrets,
} from './connection-settings.js';
export { Secrets } from './secrets.js';
