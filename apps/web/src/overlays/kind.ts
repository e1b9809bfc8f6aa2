import { BLANK_OVERLAY, overlayBody, type OverlayBody } from '@gully/core/overlays';
import type { Overlay } from '../api/index.js';
import { declared } from '../editing/index.js';
import { titleOfPiece } from './words.js';

export const OVERLAY_KIND = declared<OverlayBody, Overlay>({
  thing: 'overlay',
  blank: BLANK_OVERLAY,
  rehearsed: 'never',
  bodyOf: (overlay) => overlayBody(overlay),
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    size: {
      label: 'Size',
      of: ({ width, height }) => [width, height],
      words: ({ width, height }) => `${String(width)} × ${String(height)}`,
    },
    still: {
      label: 'Looked at over',
      of: ({ still }) => still,
      words: ({ still }) => (still ? 'a picture' : 'nothing'),
    },
    pieces: {
      label: 'Pieces',
      of: ({ pieces }) => pieces,
      words: ({ pieces }) => pieces.map(titleOfPiece).join(', ') || 'none',
    },
  },
});
