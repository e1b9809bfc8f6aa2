import { BLANK_OVERLAY, newPiece, type OverlayBody, type Piece } from '@gully/core/overlays';

export const OVERLAY_ID = 'DEMOOVERLAY000000000000001';

const EMPTY: OverlayBody = { ...BLANK_OVERLAY, name: 'The Lantern Hour', still: 'gully-cave' };

function piece(kind: string, part: Partial<Piece>, look: Partial<Piece['look']> = {}): Piece {
  const made = newPiece(kind, `demo-${kind}`, EMPTY);
  return { ...made, ...part, look: { ...made.look, ...look } };
}

/** What the stream of the demo shows: alerts in the middle, and the evening around them. */
export const DEMO_OVERLAY: OverlayBody = {
  ...EMPTY,
  pieces: [
    piece('chat', { x: 48, y: 596, width: 560, height: 436 }, { background: '', edge: true, size: 26 }),
    piece(
      'text',
      {
        x: 48,
        y: 40,
        width: 820,
        height: 72,
        settings: { text: '{{ stream.category }} · {{ stream.uptime }} below' },
      },
      { font: 'heading', size: 34 },
    ),
    piece('goal', {
      x: 1_268,
      y: 40,
      width: 604,
      height: 138,
      settings: { counter: 'depth', goal: 268, label: 'To the deepest we have been' },
    }),
    piece('queue', { x: 1_448, y: 640, width: 424, height: 392 }, { size: 28 }),
    piece('crew', { x: 48, y: 150, width: 520, height: 340 }, { size: 28 }),
    piece('boss', { x: 640, y: 876, width: 720, height: 156 }),
    piece('wheel', { x: 640, y: 190, width: 640, height: 660 }, { background: '', edge: true, size: 32 }),
    piece('stage', { x: 480, y: 190, width: 960, height: 540 }),
  ],
};
