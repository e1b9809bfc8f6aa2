import { chanceFrom } from '../random/index.js';
import { NO_PURSE } from '../currency/index.js';
import { NO_QUEUES } from '../queue/index.js';
import { NO_GAMES } from '../plays/index.js';
import { NO_REWARDS } from '../redemptions/index.js';
import { NO_STAGES } from '../stage/index.js';
import { OFFLINE } from '../stream/index.js';
import type { RoutineWorld } from './world.js';

/** What texts and steps look at where there is nothing to look at. */
export const EMPTY_ROUTINE_WORLD: RoutineWorld = {
  channelName: '',
  timeZone: 'UTC',
  stream: OFFLINE,
  chance: chanceFrom(() => 0),
  counters: { of: () => undefined, names: () => [] },
  draws: { of: () => undefined },
  lists: { all: () => [], find: () => undefined },
  memory: { recall: () => undefined, names: () => [] },
  routines: { find: () => undefined, forEvent: () => [] },
  runs: { of: () => ({ running: 0, inTurn: 0 }) },
  webhooks: { names: () => [] },
  purse: NO_PURSE,
  queue: NO_QUEUES,
  rewards: NO_REWARDS,
  games: NO_GAMES,
  gameTexts: { of: () => undefined },
  stages: NO_STAGES,
  grace: { until: () => undefined, seconds: () => 60 },
  latest: { follower: () => '' },
  timers: { inWords: () => '', nameOf: () => undefined },
  commands: { openTo: () => [], byRole: () => '', doing: () => undefined },
};
