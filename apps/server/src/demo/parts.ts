import { commandsPart } from '../commands/demo/index.js';
import { currencyPart } from '../currency/demo/index.js';
import { gamesPart } from '../games/demo/index.js';
import { guardPart } from '../guard/demo/index.js';
import { listsPart } from '../lists/demo/index.js';
import { outputsPart } from '../outputs/demo/index.js';
import { overlaysPart } from '../overlays/demo/index.js';
import { queuePart } from '../queue/demo/index.js';
import { ranksPart } from '../ranks/demo/index.js';
import { rewardsPart } from '../rewards/demo/index.js';
import { routinesPart } from '../routines/demo/index.js';
import type { MakeDemoPart } from '../seeding/index.js';
import { seasonsPart } from '../seasons/demo/index.js';
import { settingsPart } from '../settings/demo/index.js';
import { streamPart } from '../stream/demo/index.js';
import { timersPart } from '../timers/demo/index.js';
import { webhooksPart } from '../webhooks/demo/index.js';

/** What areas bring to the demo, beside who came. */
export const PARTS: readonly MakeDemoPart[] = [
  settingsPart,
  listsPart,
  overlaysPart,
  outputsPart,
  webhooksPart,
  routinesPart,
  commandsPart,
  timersPart,
  guardPart,
  currencyPart,
  seasonsPart,
  ranksPart,
  queuePart,
  rewardsPart,
  gamesPart,
  streamPart,
];
