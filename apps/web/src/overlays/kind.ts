import { BLANK_OVERLAY, overlayBody, type OverlayBody } from '@gully/core/overlays';
import { answerOf, api, overlayAsSent, type Overlay } from '../api/index.js';
import { placesIn, type Kind } from '../editing/index.js';
import { overlaysQuery } from '../live/index.js';
import { draftsOf } from '../ui/index.js';
import { titleOfPiece } from './words.js';

const blank = (): OverlayBody => structuredClone(BLANK_OVERLAY);
export const OVERLAY_KIND: Kind<OverlayBody, Overlay> = {
  thing: 'overlay',
  word: 'overlay',
  path: '/prepare/overlays',
  drafts: draftsOf<OverlayBody>({
    kind: 'overlay',
    blank,
    whole: (body) => ({ ...blank(), ...body }),
    differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
  }),
  blank,
  bodyOf: (overlay) => overlayBody(overlay),
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: (body) => ({ ...blank(), ...body }),
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
  server: {
    create: (body) => answerOf(api.POST('/api/overlays', { body: overlayAsSent(body) })),
    replace: (id, body, version) =>
      answerOf(
        api.PUT('/api/overlays/{id}', {
          params: { path: { id } },
          body: { ...overlayAsSent(body), version },
        }),
      ),
    remove: (id) => answerOf(api.DELETE('/api/overlays/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/overlays/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(api.POST('/api/overlays/{id}/step-back', { params: { path: { id } }, body: { version } })),
  },
  ...placesIn<Overlay>(overlaysQuery.queryKey, ({ name }) => name),
};
