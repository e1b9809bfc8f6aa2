import { useQuery } from '@tanstack/react-query';
import { Bones, LoadFailed } from '../ui/index.js';
import { roomQuery } from './queries.js';
import { RoomEditor } from './room-editor.js';
import { Start } from './start.js';

/** Prepare › Connection: the room the bot is in; with nothing set yet, what has to be known to begin. */
export function ConnectionPage() {
  const { data: room, error, refetch } = useQuery(roomQuery);
  if (room === undefined)
    return error === null ? <Bones lines={6} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return room.isSet ? <RoomEditor room={room} /> : <Start room={room} />;
}
