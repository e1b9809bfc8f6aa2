import type { Manifest } from '../manifest/index.js';

export const ECONOMY: Manifest = {
  places: [{ path: '/review/economy', load: async () => (await import('./economy-page.js')).EconomyPage }],
  index: [
    {
      mode: 'review',
      group: 'Earn',
      to: '/review/economy',
      label: 'Economy',
      words: ['inflation', 'circulation', 'forecast', 'balances'],
    },
  ],
};
