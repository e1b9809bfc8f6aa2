import { ACTIVITY_ROWS } from './activity/index.js';
import { BUNDLES_ROWS } from './bundles/index.js';
import { CHAT_ROWS, HandledMessages1797080400000 } from './chat/index.js';
import { COMMANDS_ROWS } from './commands/index.js';
import { GAME_ROWS, Games1797076800000 } from './games/index.js';
import { GUARD_ROWS, ModesRestored1797069600000, OverlapKept1797091200000 } from './guard/index.js';
import { PayoutClock1797037200000 } from './currency/index.js';
import { Ledger1797033600000, LEDGER_ROWS } from './ledger/index.js';
import { LISTS_ROWS } from './lists/index.js';
import { Media1797055200000, MEDIA_ROWS } from './media/index.js';
import { OUTPUT_ROWS, Outputs1797066000000 } from './outputs/index.js';
import { OVERLAY_ROWS, Overlays1797058800000 } from './overlays/index.js';
import { Queues1797051600000, QUEUE_ROWS } from './queue/index.js';
import { RanksReached1797040800000 } from './ranks/index.js';
import { REWARD_ROWS, Rewards1797073200000, UnsureDeliveries1797084000000 } from './rewards/index.js';
import { ROUTINES_ROWS } from './routines/index.js';
import { RUNS_ROWS } from './runs/index.js';
import { Seasons1797044400000 } from './seasons/index.js';
import { SETTINGS_ROWS } from './settings/index.js';
import { ArrivalsByViewer1797062400000, STREAM_ROWS, StreamsSeen1797087600000 } from './stream/index.js';
import { THINGS_ROWS } from './things/index.js';
import { TIMERS_ROWS } from './timers/index.js';
import { SubscribedTier1797048000000, VIEWERS_ROWS } from './viewers/index.js';
import { WEBHOOKS_ROWS } from './webhooks/index.js';
import type { Stored } from './database/index.js';

/** The tables of every area, and its migrations. The first tables were made by the migrations in `database`. */
export const STORED: Stored = {
  entities: [
    ...ACTIVITY_ROWS,
    ...BUNDLES_ROWS,
    ...CHAT_ROWS,
    ...COMMANDS_ROWS,
    ...GAME_ROWS,
    ...GUARD_ROWS,
    ...LEDGER_ROWS,
    ...LISTS_ROWS,
    ...MEDIA_ROWS,
    ...OUTPUT_ROWS,
    ...OVERLAY_ROWS,
    ...QUEUE_ROWS,
    ...REWARD_ROWS,
    ...ROUTINES_ROWS,
    ...RUNS_ROWS,
    ...SETTINGS_ROWS,
    ...STREAM_ROWS,
    ...THINGS_ROWS,
    ...TIMERS_ROWS,
    ...VIEWERS_ROWS,
    ...WEBHOOKS_ROWS,
  ],
  migrations: [
    Ledger1797033600000,
    PayoutClock1797037200000,
    RanksReached1797040800000,
    Seasons1797044400000,
    SubscribedTier1797048000000,
    Queues1797051600000,
    Media1797055200000,
    Overlays1797058800000,
    ArrivalsByViewer1797062400000,
    Outputs1797066000000,
    ModesRestored1797069600000,
    Rewards1797073200000,
    Games1797076800000,
    HandledMessages1797080400000,
    UnsureDeliveries1797084000000,
    StreamsSeen1797087600000,
    OverlapKept1797091200000,
  ],
};
