import { ARRIVALS_AREA } from '../arrivals/area.js';
import { COMMANDS_AREA } from '../commands/area.js';
import { CURRENCY_AREA } from '../currency/area.js';
import { GAMES_AREA } from '../games/area.js';
import { GUARD_AREA } from '../guard/area.js';
import { LISTS_AREA } from '../lists/area.js';
import { OUTPUTS_AREA } from '../outputs/area.js';
import { QUEUE_AREA } from '../queue/area.js';
import { REWARDS_AREA } from '../rewards/area.js';
import { ROUTINES_AREA } from '../routines/area.js';
import { STAGES_AREA } from '../stage/area.js';
import { STREAM_AREA } from '../stream/area.js';
import { TIMERS_AREA } from '../timers/area.js';
import { WEBHOOKS_AREA } from '../webhooks/area.js';

/** The areas that offer steps or events, in the order in which those are offered. */
export const AREAS = [
  LISTS_AREA,
  ROUTINES_AREA,
  STREAM_AREA,
  ARRIVALS_AREA,
  OUTPUTS_AREA,
  WEBHOOKS_AREA,
  GUARD_AREA,
  TIMERS_AREA,
  COMMANDS_AREA,
  CURRENCY_AREA,
  QUEUE_AREA,
  REWARDS_AREA,
  GAMES_AREA,
  STAGES_AREA,
] as const;
