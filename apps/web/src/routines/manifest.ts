import { askAgain, routinesQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

export const ROUTINES: Manifest = {
  acts: async () => (await import('./routine-palette.js')).RoutinePalette,
  places: [
    { path: '/prepare/routines/:id?', load: async () => (await import('./routines-page.js')).RoutinesPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Talk',
      to: '/prepare/routines',
      label: 'Routines',
      counts: routinesQuery,
      drafts: 'gully.draft.routine.',
    },
  ],
  actions: [{ label: 'Add routine', to: `/prepare/routines/${NEW}` }],
  bundled: [{ kind: 'routine', word: 'routine', query: routinesQuery }],
  finding: {
    heading: 'Routines',
    query: routinesQuery,
    found: (routines: readonly { readonly id: string; readonly name: string }[]) =>
      routines.map(({ id, name }) => ({ label: name, to: `/prepare/routines/${id}`, hint: 'routine' })),
  },
  referable: {
    kind: 'routine',
    query: routinesQuery,
    options: (routines: readonly { readonly id: string; readonly name: string }[]) =>
      routines.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make a routine first', to: '/prepare/routines/new' },
  },
  news: {
    thing: ({ of }) => {
      if (of === 'routine') askAgain(routinesQuery.queryKey);
    },
  },
};
