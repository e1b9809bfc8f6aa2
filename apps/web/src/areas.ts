import { AIR } from './air/index.js';
import { ARRIVALS } from './arrivals/index.js';
import { BOARD } from './board/index.js';
import { BUNDLES } from './bundles/index.js';
import { CHAT } from './chat/manifest.js';
import { COMMANDS } from './commands/index.js';
import { CONNECTION } from './connection/index.js';
import { COUNTERS } from './counters/index.js';
import { CURRENCY } from './currency/index.js';
import { ECONOMY } from './economy/index.js';
import { GAMES } from './games/index.js';
import { GUARD } from './guard/index.js';
import { LEDGER } from './ledger/index.js';
import { LISTS } from './lists/index.js';
import { withThings, type Manifest } from './manifest/index.js';
import { MEDIA } from './media/index.js';
import { MEMORY } from './memory/index.js';
import { OUTPUTS } from './outputs/index.js';
import { OVERLAYS } from './overlays/index.js';
import { QUEUE } from './queue/index.js';
import { QUIET } from './quiet/index.js';
import { RANKS } from './ranks/index.js';
import { REWARDS } from './rewards/index.js';
import { ROUTINES } from './routines/index.js';
import { RUNS } from './runs/index.js';
import { SEASONS } from './seasons/index.js';
import { TIMERS } from './timers/index.js';
import { VIEWERS } from './viewers/index.js';

/** Every area, in the order of the index. */
export const AREAS: readonly Manifest[] = withThings([
  COMMANDS,
  ROUTINES,
  TIMERS,
  LISTS,
  COUNTERS,
  MEMORY,
  RUNS,
  VIEWERS,
  GUARD,
  CURRENCY,
  RANKS,
  SEASONS,
  REWARDS,
  LEDGER,
  ECONOMY,
  QUEUE,
  GAMES,
  OVERLAYS,
  MEDIA,
  ARRIVALS,
  OUTPUTS,
  CONNECTION,
  BUNDLES,
  AIR,
  CHAT,
  BOARD,
  QUIET,
]);
