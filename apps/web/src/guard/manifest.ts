import { askAgain, askSoon } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';
import { guardQuery, phraseGroupsQuery } from './queries.js';

/** A flood brings catches all the time; what shows them is asked for again once for many. */
const catchesSoon = askSoon(
  500,
  ['guard', 'catches'],
  ['guard', 'graces'],
  ['guard', 'viewer'],
  ['guard', 'counts'],
);

export const GUARD: Manifest = {
  places: [
    { path: '/prepare/filters', load: async () => (await import('./filters-page.js')).FiltersPage },
    { path: '/prepare/phrases/:id?', load: async () => (await import('./phrases-page.js')).PhrasesPage },
    { path: '/review/catches', load: async () => (await import('./catches-page.js')).CatchesPage },
    { path: '/review/replay', load: async () => (await import('./replay-page.js')).ReplayPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Guard',
      to: '/prepare/filters',
      label: 'Filters',
      words: ['guard', 'moderation', 'spam'],
      drafts: 'gully.draft.guard.',
    },
    {
      mode: 'prepare',
      group: 'Guard',
      to: '/prepare/phrases',
      label: 'Phrases',
      words: ['blocked words'],
      counts: phraseGroupsQuery,
      drafts: 'gully.draft.phrase-group.',
    },
    {
      mode: 'review',
      group: 'Guard',
      to: '/review/catches',
      label: 'Catches',
      words: ['timeouts', 'bans'],
    },
    { mode: 'review', group: 'Guard', to: '/review/replay', label: 'Replay' },
  ],
  actions: [{ label: 'Add blocked phrases', to: `/prepare/phrases/${NEW}` }],
  bundled: [{ kind: 'phrase-group', word: 'blocked phrases', query: phraseGroupsQuery }],
  panels: [
    {
      id: 'catches',
      title: 'Catches',
      place: { x: 8, y: 15, w: 4, h: 9 },
      load: async () => (await import('./catches-panel.js')).CatchesPanel,
    },
  ],
  topBar: [{ id: 'guard', rank: 20, load: async () => (await import('./records-only.js')).RecordsOnly }],
  dock: [{ id: 'graces', rank: 20, load: async () => (await import('./graces.js')).Graces }],
  cardParts: [
    { id: 'guard', rank: 20, load: async () => (await import('./viewer-standing.js')).ViewerStanding },
  ],
  news: {
    catches: catchesSoon,
    setting: ({ key }) => {
      if (key === 'guard') askAgain(guardQuery.queryKey);
    },
    thing: ({ of }) => {
      if (of === 'phrase-group') askAgain(phraseGroupsQuery.queryKey);
    },
    connection: () => {
      // Whether the guard can act hangs on the rights the bot has in the room.
      askAgain(guardQuery.queryKey);
    },
  },
};
