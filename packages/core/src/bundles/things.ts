import { COMMAND_THING } from '../commands/index.js';
import { GAME_THING } from '../games/index.js';
import { PHRASE_GROUP_THING } from '../guard/index.js';
import { LIST_THING } from '../lists/index.js';
import { MEDIA_THING } from '../media/index.js';
import { OUTPUT_THING } from '../outputs/index.js';
import { OVERLAY_THING } from '../overlays/index.js';
import { HANDLE_THING, QUEUE_THING } from '../queue/index.js';
import { REWARD_THING } from '../rewards/index.js';
import { ROUTINE_THING } from '../routines/index.js';
import type { ThingKind, ThingShape } from '../things/index.js';
import { TIMER_THING } from '../timers/index.js';

const shapes = {
  media: MEDIA_THING,
  overlay: OVERLAY_THING,
  output: OUTPUT_THING,
  list: LIST_THING,
  routine: ROUTINE_THING,
  queue: QUEUE_THING,
  handle: HANDLE_THING,
  reward: REWARD_THING,
  game: GAME_THING,
  command: COMMAND_THING,
  timer: TIMER_THING,
  'phrase-group': PHRASE_GROUP_THING,
};

/** What a person writes of a thing, by its kind. */
export type BodyOf = {
  [K in ThingKind]: (typeof shapes)[K] extends ThingShape<infer Body extends object> ? Body : never;
};

/** Every kind of thing. One without a shape does not compile. */
export const THINGS: { readonly [K in ThingKind]: ThingShape<BodyOf[K]> } = shapes;
