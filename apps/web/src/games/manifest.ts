import { askSoon } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';

/** Many may play at once; what shows it is asked for again once for all. */
const playedSoon = askSoon(400, ['plays'], ['games']);

export const GAMES: Manifest = {
  things: [
    thing({
      kind: 'game',
      page: async () => (await import('./games-page.js')).GamesPage,
      group: 'Play',
      label: 'Games',
      words: ['gamble', 'dice', 'slots', 'reels', 'heist', 'raffle', 'roulette', 'duel', 'odds', 'minigames'],
      add: { words: ['gamble', 'minigame'] },
      heeds: ['command'],
    }),
  ],
  acts: async () => (await import('./game-palette.js')).GamePalette,
  places: [
    { path: '/review/games/:id?', load: async () => (await import('./played/played-page.js')).PlayedPage },
  ],
  index: [
    {
      mode: 'review',
      group: 'Play',
      to: '/review/games',
      label: 'Games',
      words: ['fair', 'odds', 'as played', 'recompute', 'rounds', 'chi-square'],
    },
  ],
  panels: [
    {
      id: 'games',
      title: 'Running game',
      size: { w: 4, h: 6 },
      rank: 70,
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
  news: {
    game: playedSoon,
  },
};
