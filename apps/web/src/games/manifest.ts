import { askAgain, askSoon, gamesQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

/** Many may play at once; what shows it is asked for again once for all. */
const playedSoon = askSoon(400, ['plays'], ['games']);

export const GAMES: Manifest = {
  acts: async () => (await import('./game-palette.js')).GamePalette,
  places: [
    { path: '/prepare/games/:id?', load: async () => (await import('./games-page.js')).GamesPage },
    { path: '/review/games/:id?', load: async () => (await import('./played/played-page.js')).PlayedPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Play',
      to: '/prepare/games',
      label: 'Games',
      words: ['gamble', 'dice', 'slots', 'reels', 'heist', 'raffle', 'roulette', 'duel', 'odds', 'minigames'],
      counts: gamesQuery,
      drafts: 'gully.draft.game.',
    },
    {
      mode: 'review',
      group: 'Play',
      to: '/review/games',
      label: 'Games',
      words: ['fair', 'odds', 'as played', 'recompute', 'rounds', 'chi-square'],
    },
  ],
  actions: [{ label: 'Add game', to: `/prepare/games/${NEW}`, words: ['gamble', 'minigame'] }],
  bundled: [{ kind: 'game', word: 'game', query: gamesQuery }],
  finding: {
    heading: 'Games',
    query: gamesQuery,
    found: (games: readonly { readonly id: string; readonly name: string }[]) =>
      games.map(({ id, name }) => ({ label: name, to: `/prepare/games/${id}`, hint: 'game' })),
  },
  panels: [
    {
      id: 'games',
      title: 'Running game',
      place: { x: 8, y: 15, w: 4, h: 6 },
      load: async () => (await import('./running-panel.js')).RunningPanel,
    },
  ],
  viewerParts: [
    {
      id: 'games',
      title: 'Games',
      rank: 36,
      load: async () => (await import('./viewer-tallies.js')).ViewerTallies,
    },
  ],
  referable: {
    kind: 'game',
    query: gamesQuery,
    options: (games: readonly { readonly id: string; readonly name: string }[]) =>
      games.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make a game first', to: `/prepare/games/${NEW}` },
  },
  news: {
    game: playedSoon,
    thing: ({ of }) => {
      if (of === 'game' || of === 'command') askAgain(gamesQuery.queryKey);
    },
  },
};
