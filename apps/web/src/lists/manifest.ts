import { askAgain, listsQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

export const LISTS: Manifest = {
  places: [{ path: '/prepare/lists/:id?', load: async () => (await import('./lists-page.js')).ListsPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Talk',
      to: '/prepare/lists',
      label: 'Lists',
      counts: listsQuery,
      drafts: 'gully.draft.list.',
    },
  ],
  actions: [{ label: 'Add list', to: `/prepare/lists/${NEW}` }],
  bundled: [{ kind: 'list', word: 'list', query: listsQuery }],
  finding: {
    heading: 'Lists',
    query: listsQuery,
    found: (lists: readonly { readonly id: string; readonly name: string }[]) =>
      lists.map(({ id, name }) => ({ label: name, to: `/prepare/lists/${id}`, hint: 'list' })),
  },
  referable: {
    kind: 'list',
    query: listsQuery,
    options: (lists: readonly { readonly id: string; readonly name: string }[]) =>
      lists.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make a list first', to: '/prepare/lists' },
  },
  news: {
    thing: ({ of }) => {
      if (of === 'list') askAgain(listsQuery.queryKey);
    },
  },
};
