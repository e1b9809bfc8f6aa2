import type { Manifest } from '../manifest/index.js';

export const CHAT: Manifest = {
  acts: async () => (await import('./event-palette.js')).EventPalette,
};
