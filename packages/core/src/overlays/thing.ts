import type { Blank } from '../routines/index.js';
import type { Reference, Rename, ThingShape } from '../things/index.js';
import { pieceKind } from './kinds/index.js';
import { overlayBody, type OverlayBody, type Piece } from './overlay.js';

/** @param isCostly whether a text may ask for more than a run may do */
export function overlayThing(isCostly: (text: string) => boolean): ThingShape<OverlayBody> {
  return {
    one: 'overlay',
    many: 'overlays',
    bodyOf: overlayBody,
    nameOf: ({ name }) => name,
    named: (body, name) => ({ ...body, name }),
    referencesOf: (body) => [
      ...(body.still === '' ? [] : [{ to: 'media' as const, id: body.still }]),
      ...body.pieces.flatMap(referencesOfPiece),
    ],
    withReferences: (body, rename) => ({
      ...body,
      still: body.still === '' ? '' : rename({ to: 'media', id: body.still }),
      pieces: body.pieces.map((piece) => renamed(piece, rename)),
    }),
    portable: (body) => body,
    isCostly: ({ pieces }) =>
      pieces.some((piece) =>
        filled(piece).some(({ blank, value }) => blank.as === 'text' && isCostly(String(value))),
      ),
  };
}

function filled({ kind, settings }: Piece): { field: string; blank: Blank; value: string | number }[] {
  return Object.entries(pieceKind(kind)?.blanks ?? {}).map(([field, blank]) => ({
    field,
    blank,
    value: settings[field] ?? '',
  }));
}

function referencesOfPiece(piece: Piece): Reference[] {
  return filled(piece).flatMap(({ blank, value }) =>
    blank.as === 'reference' && value !== '' && value !== blank.otherwise?.value
      ? [{ to: blank.to, id: String(value) }]
      : [],
  );
}

function renamed(piece: Piece, rename: Rename): Piece {
  const settings = { ...piece.settings };
  for (const { field, blank, value } of filled(piece))
    if (blank.as === 'reference' && value !== '' && value !== blank.otherwise?.value)
      settings[field] = rename({ to: blank.to, id: String(value) });
  return { ...piece, settings };
}
