import { TriggerIndex, type CommandUse } from '../commands/index.js';
import { chanceFrom } from '../random/index.js';
import { NO_GUARD } from '../guard/index.js';
import { NOT_QUIET } from '../quiet/index.js';
import { EMPTY_ROUTINE_WORLD } from '../routines/index.js';
import { OFFLINE } from '../stream/index.js';
import { strangerFacts } from '../viewers/index.js';
import type { World } from './decision.js';

const NOT_USED: CommandUse = { uses: 0, usesByViewer: 0, lastUse: undefined, lastUseByViewer: undefined };

/** A channel in which nothing is and nothing has happened; what gives a part of it lays that over. */
export function emptyWorld(): World {
  return {
    ...EMPTY_ROUTINE_WORLD,
    self: 'self',
    stream: OFFLINE,
    chance: chanceFrom(() => 0),
    commands: {
      index: new TriggerIndex([], '!'),
      use: () => NOT_USED,
      toldRefusal: () => undefined,
      openTo: () => [],
      byRole: () => '',
      doing: () => undefined,
    },
    viewers: {
      of: ({ viewer, name, roles, at }) => strangerFacts(viewer, name, roles, at),
      named: () => undefined,
      isShared: () => false,
      lastWrote: () => undefined,
    },
    quiet: NOT_QUIET,
    guard: NO_GUARD,
    arrivals: { has: () => true, last: () => undefined },
  };
}
