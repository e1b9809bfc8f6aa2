import { pieceKind } from './kinds/index.js';
import { OVERLAY_LIMITS, USUAL_LOOK, USUAL_PIECE, type OverlayBody, type Piece } from './overlay.js';

type Box = Pick<Piece, 'x' | 'y' | 'width' | 'height'>;

/** A new piece of a kind, in the middle of the overlay and no larger than it. @throws Error for an unknown kind */
export function newPiece(kind: string, id: string, { width, height }: OverlayBody): Piece {
  const known = pieceKind(kind);
  if (known === undefined) throw new Error(`there is no piece of the kind ${kind}`);
  const own = { width: Math.min(known.width, width), height: Math.min(known.height, height) };
  return {
    ...USUAL_PIECE,
    id,
    kind,
    ...own,
    x: Math.round((width - own.width) / 2),
    y: Math.round((height - own.height) / 2),
    look: {
      ...USUAL_LOOK,
      size: known.size ?? USUAL_LOOK.size,
      background: isBare(kind) ? '' : USUAL_LOOK.background,
    },
    settings: known.settings,
  };
}

/** What brings a picture of its own, and so no plane behind it. */
function isBare(kind: string): boolean {
  return kind === 'stage' || kind === 'picture' || kind === 'viewer-card';
}

/** A box in whole pixels, so large that it can be seen, and with a part of it within the overlay. */
export function within(box: Box, overlay: Pick<OverlayBody, 'width' | 'height'>): Box {
  const width = clamp(Math.round(box.width), OVERLAY_LIMITS.piece, overlay.width * 2);
  const height = clamp(Math.round(box.height), OVERLAY_LIMITS.piece, overlay.height * 2);
  return {
    x: clamp(Math.round(box.x), 1 - width, overlay.width - 1),
    y: clamp(Math.round(box.y), 1 - height, overlay.height - 1),
    width,
    height,
  };
}

/** The pieces with one of them moved in the order they lie in. @param by places up; below 0, down */
export function relayered(pieces: readonly Piece[], id: string, by: number): Piece[] {
  const from = pieces.findIndex((piece) => piece.id === id);
  const rest = [...pieces];
  const [moved] = from < 0 ? [] : rest.splice(from, 1);
  if (moved !== undefined) rest.splice(clamp(from + by, 0, rest.length), 0, moved);
  return rest;
}

function clamp(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}
