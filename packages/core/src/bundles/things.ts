import { COMMAND_THING, type CommandBody } from '../commands/index.js';
import { GAME_THING, type GameBody } from '../games/index.js';
import { PHRASE_GROUP_THING, type PhraseGroupBody } from '../guard/index.js';
import { LIST_THING, type ListBody } from '../lists/index.js';
import { HANDLE_THING, queueThing, type HandleBody, type QueueBody } from '../queue/index.js';
import { REWARD_THING, type RewardBody } from '../rewards/index.js';
import { isCostly, ROUTINE_THING, sayOnly, type NamedRoutineBody } from '../routines/index.js';
import { MEDIA_THING, type MediaBody } from '../media/index.js';
import { outputThing, type OutputBody } from '../outputs/index.js';
import { overlayThing, type OverlayBody } from '../overlays/index.js';
import type { ThingKind, ThingShape } from '../things/index.js';
import { TIMER_THING, type TimerBody } from '../timers/index.js';

/** What a person writes of a thing, by its kind. */
export interface BodyOf {
  media: MediaBody;
  overlay: OverlayBody;
  output: OutputBody;
  command: CommandBody;
  routine: NamedRoutineBody;
  list: ListBody;
  timer: TimerBody;
  queue: QueueBody;
  handle: HandleBody;
  reward: RewardBody;
  game: GameBody;
  'phrase-group': PhraseGroupBody;
}

/** Every kind of thing. One without a shape does not compile. */
export const THINGS: { readonly [K in ThingKind]: ThingShape<BodyOf[K]> } = {
  media: MEDIA_THING,
  overlay: overlayThing((text) => isCostly(sayOnly(text).steps)),
  output: outputThing((text) => isCostly(sayOnly(text).steps)),
  command: COMMAND_THING,
  routine: ROUTINE_THING,
  list: LIST_THING,
  timer: TIMER_THING,
  queue: queueThing((text) => isCostly(sayOnly(text).steps)),
  handle: HANDLE_THING,
  reward: REWARD_THING,
  game: GAME_THING,
  'phrase-group': PHRASE_GROUP_THING,
};
