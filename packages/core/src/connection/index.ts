export { readServer } from './read-server.js';
export {
  BLANK_ROOM,
  ROOM_FIELDS,
  ROOM_PATTERNS,
  roomFaults,
  type RoomField,
  type RoomSettings,
} from './room-settings.js';
