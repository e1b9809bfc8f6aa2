import type { ServerArea } from './area/index.js';
import { ACTIVITY_AREA } from './activity/area.js';
import { BOARD_AREA } from './board/area.js';
import { BUNDLES_AREA } from './bundles/area.js';
import { CHAT_AREA } from './chat/area.js';
import { COMMANDS_AREA } from './commands/area.js';
import { CONNECTION_AREA } from './connection/area.js';
import { CURRENCY_AREA } from './currency/area.js';
import { ECONOMY_AREA } from './economy/area.js';
import { EVENTS_AREA } from './events/area.js';
import { GAMES_AREA } from './games/area.js';
import { GUARD_AREA } from './guard/area.js';
import { LEDGER_AREA } from './ledger/area.js';
import { LISTS_AREA } from './lists/area.js';
import { MEDIA_AREA } from './media/area.js';
import { MESSAGES_AREA } from './messages/area.js';
import { OUTPUTS_AREA } from './outputs/area.js';
import { OVERLAYS_AREA } from './overlays/area.js';
import { PIPELINE_AREA } from './pipeline/area.js';
import { PRUNING_AREA } from './pruning/area.js';
import { QUEUE_AREA } from './queue/area.js';
import { QUIET_AREA } from './quiet/area.js';
import { RANKS_AREA } from './ranks/area.js';
import { REHEARSAL_AREA } from './rehearsal/area.js';
import { REWARDS_AREA } from './rewards/area.js';
import { ROUTINES_AREA } from './routines/area.js';
import { RUNS_AREA } from './runs/area.js';
import { SEASONS_AREA } from './seasons/area.js';
import { SETTINGS_AREA } from './settings/area.js';
import { STANDIN_AREA } from './standin/area.js';
import { STREAM_AREA } from './stream/area.js';
import { THINGS_AREA } from './things/area.js';
import { TIMERS_AREA } from './timers/area.js';
import { VIEWERS_AREA } from './viewers/area.js';
import { WEBHOOKS_AREA } from './webhooks/area.js';

/** Every area, in the order in which the demo is made of their parts. */
export const AREAS: readonly ServerArea[] = [
  SETTINGS_AREA,
  LISTS_AREA,
  OVERLAYS_AREA,
  OUTPUTS_AREA,
  WEBHOOKS_AREA,
  ROUTINES_AREA,
  COMMANDS_AREA,
  TIMERS_AREA,
  GUARD_AREA,
  CURRENCY_AREA,
  SEASONS_AREA,
  RANKS_AREA,
  QUEUE_AREA,
  REWARDS_AREA,
  GAMES_AREA,
  STREAM_AREA,
  ACTIVITY_AREA,
  BOARD_AREA,
  BUNDLES_AREA,
  CHAT_AREA,
  CONNECTION_AREA,
  ECONOMY_AREA,
  EVENTS_AREA,
  LEDGER_AREA,
  MEDIA_AREA,
  MESSAGES_AREA,
  PIPELINE_AREA,
  PRUNING_AREA,
  QUIET_AREA,
  REHEARSAL_AREA,
  RUNS_AREA,
  STANDIN_AREA,
  THINGS_AREA,
  VIEWERS_AREA,
];
