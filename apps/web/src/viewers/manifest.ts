import type { Manifest } from '../manifest/index.js';

export const VIEWERS: Manifest = {
  acts: async () => (await import('./viewer-palette.js')).ViewerPalette,
  places: [
    { path: '/review/viewers', load: async () => (await import('./viewers-page.js')).ViewersPage },
    { path: '/review/viewers/:id', load: async () => (await import('./viewer-page.js')).ViewerPage },
  ],
  index: [{ mode: 'review', group: 'Look back', to: '/review/viewers', label: 'Viewers' }],
  cardParts: [{ id: 'viewer', rank: 10, load: async () => (await import('./viewer-card.js')).ViewerCard }],
};
