import { askAgain, webhooksQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

export const OUTPUTS: Manifest = {
  places: [{ path: '/prepare/outputs', load: async () => (await import('./outputs-page.js')).OutputsPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Show',
      to: '/prepare/outputs',
      label: 'Outputs',
      words: ['webhook', 'file'],
    },
  ],
  news: {
    webhook: () => {
      askAgain(webhooksQuery.queryKey);
    },
    delivery: () => {
      askAgain(['deliveries']);
    },
  },
};
