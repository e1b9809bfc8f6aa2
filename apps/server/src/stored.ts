import { ACTIVITY_ROWS } from './activity/index.js';
import { BUNDLES_ROWS } from './bundles/index.js';
import { CHAT_ROWS } from './chat/index.js';
import { COMMANDS_ROWS } from './commands/index.js';
import { GUARD_ROWS } from './guard/index.js';
import { LISTS_ROWS } from './lists/index.js';
import { ROUTINES_ROWS } from './routines/index.js';
import { RUNS_ROWS } from './runs/index.js';
import { SETTINGS_ROWS } from './settings/index.js';
import { STREAM_ROWS } from './stream/index.js';
import { THINGS_ROWS } from './things/index.js';
import { TIMERS_ROWS } from './timers/index.js';
import { VIEWERS_ROWS } from './viewers/index.js';
import { WEBHOOKS_ROWS } from './webhooks/index.js';
import type { Stored } from './database/index.js';

/** The tables of every area, and its migrations. The first tables were made by the migrations in `database`. */
export const STORED: Stored = {
  entities: [
    ...ACTIVITY_ROWS,
    ...BUNDLES_ROWS,
    ...CHAT_ROWS,
    ...COMMANDS_ROWS,
    ...GUARD_ROWS,
    ...LISTS_ROWS,
    ...ROUTINES_ROWS,
    ...RUNS_ROWS,
    ...SETTINGS_ROWS,
    ...STREAM_ROWS,
    ...THINGS_ROWS,
    ...TIMERS_ROWS,
    ...VIEWERS_ROWS,
    ...WEBHOOKS_ROWS,
  ],
  migrations: [],
};
