import { askAgain } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { seasonsQuery } from './queries.js';

export const SEASONS: Manifest = {
  places: [{ path: '/prepare/seasons', load: async () => (await import('./seasons-page.js')).SeasonsPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Earn',
      to: '/prepare/seasons',
      label: 'Seasons',
      words: ['leaderboard', 'ranking', 'awards', 'top'],
      drafts: 'gully.draft.season.',
    },
  ],
  news: {
    setting: ({ key }) => {
      if (key === 'season') askAgain(seasonsQuery.queryKey);
    },
  },
};
