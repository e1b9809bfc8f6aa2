import type * as area from '../../area/index.js';
import type { World } from '../../channel/index.js';

export type { Settings, ShownLine } from '../../area/index.js';
export type PieceMoment = area.PieceMoment<World>;
export type PieceKind<Data = unknown> = area.PieceKind<World, Data>;

export const words = (value: string | number | undefined): string => String(value ?? '');
export const figureOf = (value: string | number | undefined): number => Number(value ?? 0);

/** Made-up viewers, where a piece is only tried. */
export const NAMES = ['pebblewren', 'siltlark', 'mossmoth', 'fernhatch', 'karstveil', 'loambee'] as const;
