import { askAgain, countersQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

export const COUNTERS: Manifest = {
  places: [
    { path: '/prepare/counters', load: async () => (await import('./counters-page.js')).CountersPage },
  ],
  index: [
    { mode: 'prepare', group: 'Talk', to: '/prepare/counters', label: 'Counters', counts: countersQuery },
  ],
  news: {
    counter: () => {
      askAgain(countersQuery.queryKey);
    },
  },
};
