import { askAgain, askSoon } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';
import { guardQuery } from './queries.js';

/** A flood brings catches all the time; what shows them is asked for again once for many. */
const catchesSoon = askSoon(
  500,
  ['guard', 'catches'],
  ['guard', 'graces'],
  ['guard', 'viewer'],
  ['guard', 'counts'],
);

export const GUARD: Manifest = {
  things: [
    thing({
      kind: 'phrase-group',
      page: async () => (await import('./phrases-page.js')).PhrasesPage,
      group: 'Guard',
      label: 'Phrases',
      words: ['blocked words'],
      path: '/prepare/phrases',
      word: 'blocked phrases',
      found: null,
      refers: null,
    }),
  ],
  places: [
    { path: '/prepare/filters', load: async () => (await import('./filters-page.js')).FiltersPage },
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
      mode: 'review',
      group: 'Guard',
      to: '/review/catches',
      label: 'Catches',
      words: ['timeouts', 'bans'],
    },
    { mode: 'review', group: 'Guard', to: '/review/replay', label: 'Replay' },
  ],
  panels: [
    {
      id: 'catches',
      title: 'Catches',
      size: { w: 4, h: 9 },
      rank: 60,
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
    connection: () => {
      // Whether the guard can act hangs on the rights the bot has in the room.
      askAgain(guardQuery.queryKey);
    },
  },
};
