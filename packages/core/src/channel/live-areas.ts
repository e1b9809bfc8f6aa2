import { ARRIVALS_LIVE } from '../arrivals/live.js';
import { COMMANDS_LIVE } from '../commands/live.js';
import { CURRENCY_LIVE } from '../currency/live.js';
import { GAMES_LIVE } from '../games/live.js';
import { GUARD_LIVE } from '../guard/live.js';
import { LISTS_LIVE } from '../lists/live.js';
import { OUTPUTS_LIVE } from '../outputs/live.js';
import { QUEUE_LIVE } from '../queue/live.js';
import { QUIET_LIVE } from '../quiet/live.js';
import { REWARDS_LIVE } from '../rewards/live.js';
import { ROUTINES_LIVE } from '../routines/live.js';
import { STAGES_LIVE } from '../stage/live.js';
import { STREAM_LIVE } from '../stream/live.js';
import { TIMERS_LIVE } from '../timers/live.js';
import { VIEWERS_LIVE } from '../viewers/live.js';
import { WEBHOOKS_LIVE } from '../webhooks/live.js';

/** Every area's part of live state, in the order in which values are offered. A page that only shows steps does without them. */
export const LIVE_AREAS = [
  LISTS_LIVE,
  ROUTINES_LIVE,
  STREAM_LIVE,
  VIEWERS_LIVE,
  ARRIVALS_LIVE,
  OUTPUTS_LIVE,
  WEBHOOKS_LIVE,
  GUARD_LIVE,
  QUIET_LIVE,
  TIMERS_LIVE,
  COMMANDS_LIVE,
  CURRENCY_LIVE,
  QUEUE_LIVE,
  REWARDS_LIVE,
  GAMES_LIVE,
  STAGES_LIVE,
] as const;
