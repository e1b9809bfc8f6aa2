// @ts-check
/**
 * What the made-up area writes outside its own folders, in the order of `docs/adding-an-area.md`: each line
 * of a file, and the text it stands before.
 * @type {Readonly<Record<string, readonly (readonly [before: string, line: string])[]>>}
 */
export const LINES = {
  'packages/core/src/channel/areas.ts': [
    ['import { COMMANDS_AREA }', "import { CAIRN_AREA } from '../cairn/area.js';\n"],
    ['  STAGES_AREA,\n', '  CAIRN_AREA,\n'],
  ],
  'packages/core/src/channel/live-areas.ts': [
    ['import { COMMANDS_LIVE }', "import { CAIRN_LIVE } from '../cairn/live.js';\n"],
    ['  STAGES_LIVE,\n', '  CAIRN_LIVE,\n'],
  ],
  'packages/core/src/things/index.ts': [["  'phrase-group': 'phrase-groups',", "  cairn: 'cairns',\n"]],
  'packages/core/src/bundles/things.ts': [
    ['import { COMMAND_THING }', "import { CAIRN_THING } from '../cairn/index.js';\n"],
    ["  'phrase-group': PHRASE_GROUP_THING,", '  cairn: CAIRN_THING,\n'],
  ],
  'packages/core/src/overlays/kinds/index.ts': [
    ['import { bingo,', "import { CAIRN_PIECE } from '../../cairn/index.js';\n"],
    ['  bingo,\n} as const', '  cairn: CAIRN_PIECE,\n'],
  ],
  'packages/core/src/test-support/changes.ts': [
    [
      '    timer: fc.record({',
      "    stones: fc.record({ kind: fc.constant('stones' as const), cairn: name, count: fc.nat(9) }),\n",
    ],
    ['    stages: world.stages.all(),', '    cairns: world.cairns.all(),\n'],
  ],
  'apps/server/src/areas.ts': [
    ['import { CHAT_AREA }', "import { CAIRN_AREA } from './cairn/area.js';\n"],
    ['  ACTIVITY_AREA,\n', '  CAIRN_AREA,\n'],
  ],
  'apps/web/src/areas.ts': [
    ['import { CHAT }', "import { CAIRN } from './cairn/index.js';\n"],
    ['  OVERLAYS,\n', '  CAIRN,\n'],
  ],
  'apps/web/src/pieces/drawn.tsx': [
    ['import { Boss,', "import { CairnPiece } from '../cairn/index.js';\n"],
    ['  bingo: Calls,\n', '  cairn: CairnPiece,\n'],
  ],
  'oxlint.config.mjs': [
    ["    'guard',\n    'channel',", "    'cairn',\n"],
    ["    'events',\n    'ranks',", "    'cairn',\n"],
    ["    'pieces',\n", "    'cairn',\n"],
  ],
};
/** What `npm run api` and `scripts/formats.mjs` then make. */
export const MADE = ['apps/web/src/api/schema.d.ts', 'docs/formats/bundle.schema.json'];
/** How many files an area may touch outside its folders. */
export const MOST = 12;
