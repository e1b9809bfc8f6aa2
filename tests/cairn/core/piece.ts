import type { PieceKind } from '../area/index.js';
import type { CairnsView } from './laid.js';

export interface CairnData {
  readonly name: string;
  readonly stones: number;
}

/** One cairn on an overlay. */
export const CAIRN_PIECE: PieceKind<{ readonly cairns: CairnsView }, CairnData> = {
  kind: 'cairn',
  label: 'Cairn',
  means: 'how high a cairn is',
  blanks: { cairn: { as: 'reference', to: 'cairn', label: 'Cairn' } },
  settings: { cairn: '' },
  width: 420,
  height: 110,
  heeds: ['thing'],
  data: (settings, { world }) => world.cairns.all().find(({ id }) => id === settings.cairn) ?? null,
  sample: () => ({ name: 'North wall', stones: 42 }),
};
