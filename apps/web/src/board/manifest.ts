import { askAgain, queryClient } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { ARRANGING, boardQuery } from './queries.js';

export const BOARD: Manifest = {
  news: {
    setting: ({ key }) => {
      // What this page itself is changing, it knows better.
      if (key === 'board' && queryClient.isMutating({ mutationKey: ARRANGING }) === 0)
        askAgain(boardQuery.queryKey);
    },
  },
};
