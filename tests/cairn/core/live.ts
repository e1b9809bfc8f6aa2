import { valuesUnder, type LiveArea } from '../area/index.js';
import { STONES } from './laid.js';
import type { CairnTypes } from './types.js';

export const CAIRN_LIVE: LiveArea<CairnTypes> = {
  empty: { cairns: { all: () => [] } },
  slices: { stones: STONES },
  values: valuesUnder('Cairns', [['cairn.stones', 'how many stones lie on all cairns together', 'heap']]),
  fill: {
    cairn: ({ world }) => ({ stones: world.cairns.all().reduce((sum, { stones }) => sum + stones, 0) }),
  },
};
