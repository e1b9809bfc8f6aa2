import type { StepBase, StepKindOf } from '../area/index.js';
import type { CairnTypes } from './types.js';

/** Lays stones on a cairn. */
export interface LayStep extends StepBase {
  readonly kind: 'lay';
  readonly count: number;
  /** the cairn's id */
  readonly cairn: string;
}

const lay: StepKindOf<CairnTypes, LayStep> = {
  kind: 'lay',
  group: 'Remember',
  verb: 'Lay',
  means: 'stones on a cairn',
  words: ['stone', 'heap'],
  blanks: {
    count: { as: 'number', label: 'How many', least: 1, most: 100 },
    cairn: { as: 'reference', to: 'cairn', label: 'Cairn' },
  },
  line: () => [{ blank: 'count' }, 'on', { blank: 'cairn' }],
  blank: (id) => ({ kind: 'lay', id, count: 1, cairn: '' }),
  run({ count, cairn }, run) {
    run.change({ kind: 'stones', cairn, count });
    return undefined;
  },
};

export const CAIRN_STEPS = { lay };
