import { askAgain } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

export const MEMORY: Manifest = {
  places: [{ path: '/prepare/memory', load: async () => (await import('./memory-page.js')).MemoryPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Talk',
      to: '/prepare/memory',
      label: 'Memory',
      words: ['remembered', 'forget', 'variables'],
    },
  ],
  news: {
    erased: () => {
      askAgain(['words']);
    },
  },
  viewerParts: [
    {
      id: 'memory',
      title: 'Memory',
      rank: 10,
      load: async () => (await import('./viewer-memory.js')).ViewerMemory,
    },
  ],
};
