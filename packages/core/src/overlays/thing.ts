import type { Blank } from '../area/index.js';
import { ANIMATIONS } from '../stage/index.js';
import { WHEN_SCHEMA } from '../stream/index.js';
import {
  closed,
  flag,
  listOf,
  oneOf,
  ref,
  text,
  whole,
  type Reference,
  type Rename,
  type ThingShape,
} from '../things/index.js';
import { pieceKind } from './kinds/index.js';
import { ALIGNMENTS, FONTS, OVERLAY_LIMITS, overlayBody, type OverlayBody, type Piece } from './overlay.js';

export const OVERLAY_THING: ThingShape<OverlayBody> = {
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
  schema: {
    name: 'Overlay',
    most: OVERLAY_LIMITS.overlays,
    defs: {
      Overlay: closed({
        name: text(OVERLAY_LIMITS.name),
        width: whole(OVERLAY_LIMITS.side.least, OVERLAY_LIMITS.side.most),
        height: whole(OVERLAY_LIMITS.side.least, OVERLAY_LIMITS.side.most),
        still: text(100, 'the name of a picture, or empty'),
        pieces: listOf(ref('Piece'), OVERLAY_LIMITS.pieces),
      }),
      Piece: closed({
        id: text(40),
        kind: text(40),
        name: text(60),
        x: { type: 'integer' },
        y: { type: 'integer' },
        width: { type: 'integer' },
        height: { type: 'integer' },
        hidden: flag,
        look: closed({
          font: oneOf(FONTS),
          size: { type: 'integer' },
          colour: text(20),
          background: text(20),
          align: oneOf(ALIGNMENTS),
          edge: flag,
        }),
        entrance: oneOf(ANIMATIONS),
        exit: oneOf(ANIMATIONS),
        seconds: { type: 'integer' },
        when: ref('When'),
        settings: {
          type: 'object',
          additionalProperties: { anyOf: [text(5_000), { type: 'number' }] },
        },
      }),
      When: WHEN_SCHEMA,
    },
  },
  textsOf: ({ pieces }) =>
    pieces.flatMap((piece) =>
      filled(piece).flatMap(({ blank, value }) => (blank.as === 'text' ? [String(value)] : [])),
    ),
};

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
