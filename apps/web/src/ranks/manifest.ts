import { ranksQuery } from '../currency/index.js';
import { askAgain } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

export const RANKS: Manifest = {
  places: [{ path: '/prepare/ranks', load: async () => (await import('./ranks-page.js')).RanksPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Earn',
      to: '/prepare/ranks',
      label: 'Ranks',
      words: ['levels', 'titles'],
      drafts: 'gully.draft.ranks.',
    },
  ],
  news: {
    setting: ({ key }) => {
      if (key === 'ranks') askAgain(ranksQuery.queryKey);
    },
  },
};
