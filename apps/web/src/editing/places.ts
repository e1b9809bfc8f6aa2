import type { ReferenceKind } from '@gully/core/things';

/** Where things of each kind are edited; what follows is the id. */
export const PLACE_OF: Readonly<Record<ReferenceKind, string>> = {
  command: '/prepare/commands/',
  routine: '/prepare/routines/',
  timer: '/prepare/timers/',
  list: '/prepare/lists/',
  queue: '/prepare/queues/',
  handle: '/prepare/handles/',
  reward: '/prepare/rewards/',
  game: '/prepare/games/',
  media: '/prepare/media/',
  overlay: '/prepare/overlays/',
  output: '/prepare/outputs/',
  'phrase-group': '/prepare/phrases/',
  webhook: '/prepare/outputs?',
};
