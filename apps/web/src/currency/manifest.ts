import { askAgain } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { currencyQuery } from './queries.js';

export const CURRENCY: Manifest = {
  places: [
    { path: '/prepare/currency', load: async () => (await import('./currency-page.js')).CurrencyPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Earn',
      to: '/prepare/currency',
      label: 'Currency',
      words: ['points', 'loyalty', 'payout', 'coins'],
      drafts: 'gully.draft.currency.',
    },
  ],
  news: {
    setting: ({ key }) => {
      if (key === 'currency') askAgain(currencyQuery.queryKey);
    },
  },
};
