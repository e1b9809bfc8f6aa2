import { checkWhen } from '../stream/index.js';
import { pieceKind, type PieceMoment } from './kinds/index.js';
import type { OverlayBody, Piece } from './overlay.js';

/** A piece as a page draws it. */
export interface DrawnPiece extends Omit<Piece, 'when' | 'settings' | 'hidden' | 'name'> {
  /** null while there is nothing to show */
  readonly data: unknown;
}

/** What a piece shows at a moment; null where it shows nothing, as while it is hidden or not its time. */
export function dataOf({ kind, hidden, when, settings }: Piece, moment: PieceMoment): unknown {
  const known = pieceKind(kind);
  if (known === undefined || hidden) return null;
  const { stream, timeZone } = moment.world;
  if (checkWhen(when, stream, moment.at, timeZone).some(({ holds }) => !holds)) return null;
  return known.data(settings, moment);
}

/**
 * What a piece shows where it is tried or arranged, whether or not it is its time: made-up names and
 * figures where it has nothing of its own to show. Null for a kind of a later Gully.
 */
export function trialOf({ kind, settings }: Piece, moment: PieceMoment): unknown {
  const known = pieceKind(kind);
  if (known === undefined) return null;
  const data = known.data(settings, moment);
  return data === null || known.isBare?.(data) === true ? known.sample(settings, moment) : data;
}

/** All pieces of an overlay as a page draws them, from the bottom up. */
export function drawnPieces({ pieces }: Pick<OverlayBody, 'pieces'>, moment: PieceMoment): DrawnPiece[] {
  return pieces.map((piece) => {
    const { when: _when, settings: _settings, hidden: _hidden, name: _name, ...drawn } = piece;
    return { ...drawn, data: dataOf(piece, moment) };
  });
}
