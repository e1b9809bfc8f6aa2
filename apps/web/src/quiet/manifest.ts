import { askAgain, quietQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

export const QUIET: Manifest = {
  acts: async () => (await import('./quiet-palette.js')).QuietPalette,
  topBar: [{ id: 'quiet', rank: 10, load: async () => (await import('./quiet-control.js')).QuietControl }],
  news: {
    setting: ({ key }) => {
      if (key === 'quiet') askAgain(quietQuery.queryKey);
    },
  },
};
