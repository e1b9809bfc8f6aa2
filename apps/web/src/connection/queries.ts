import { queryOptions } from '@tanstack/react-query';
import { answerOf, api, type RoomState, type RoomWish } from '../api/index.js';

export const roomQuery = queryOptions({
  queryKey: ['room'],
  queryFn: (): Promise<RoomState> => answerOf(api.GET('/api/connection/room')),
});

export function setRoom(wish: RoomWish, version: number): Promise<RoomState> {
  return answerOf(api.PUT('/api/connection/room', { body: { ...wish, version } }));
}
