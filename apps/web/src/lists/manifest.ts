import { thing, type Manifest } from '../manifest/index.js';

export const LISTS: Manifest = {
  things: [
    thing({
      kind: 'list',
      page: async () => (await import('./lists-page.js')).ListsPage,
      group: 'Talk',
      label: 'Lists',
    }),
  ],
};
