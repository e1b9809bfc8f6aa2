import { once, valuesUnder, type LiveArea } from '../area/index.js';
import { DEFAULT_PREFIX, textBehind } from './prefix.js';
import { REFUSED, USE } from './slices.js';
import type { CommandUse } from './state.js';
import type { CommandsTypes } from './types.js';

const NOT_USED: CommandUse = { uses: 0, usesByViewer: 0, lastUse: undefined, lastUseByViewer: undefined };

/** Units of a value that is worked out by going through all a channel has, for a step. */
const UNITS_A_STEP = 10;

const ACTS = { add: 'adds', change: 'changes', remove: 'deletes' } as const;

export const COMMANDS_LIVE: LiveArea<CommandsTypes> = {
  empty: {
    commands: {
      index: {
        prefix: DEFAULT_PREFIX,
        commands: [],
        knownNames: [],
        match: (text) => ({ found: [], named: textBehind(text, DEFAULT_PREFIX) }),
      },
      use: () => NOT_USED,
      toldRefusal: () => undefined,
      openTo: () => [],
      byRole: () => '',
      doing: () => undefined,
    },
  },
  slices: { use: USE, refused: REFUSED },
  values: valuesUnder('The command', [
    ['commands.open', 'the commands this viewer can use, as a list'],
    ['commands.by_role', 'all commands, with who may use them'],
  ]),
  fill: {
    commands: ({ world: { commands }, occasion: { viewer, roles }, pay }) => {
      const costing = <T extends { readonly length: number }>(value: T): T => {
        pay(Math.ceil(value.length / UNITS_A_STEP));
        return value;
      };
      return {
        open: once(() => costing(commands.openTo(viewer, roles))),
        by_role: once(() => costing(commands.byRole())),
      };
    },
  },
  asks: {
    command: ({ does, name, text }) => `${ACTS[does]} the command ${name}${text === '' ? '' : `: ${text}`}`,
  },
};
