import { askSoon } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';

/** Many may buy at once; what shows it is asked for again once for all. */
const boughtSoon = askSoon(300, ['redemptions'], ['rewards']);

export const REWARDS: Manifest = {
  things: [
    thing({
      kind: 'reward',
      page: async () => (await import('./rewards-page.js')).RewardsPage,
      group: 'Earn',
      label: 'Rewards',
      words: ['shop', 'store', 'buy', 'redeem', 'spend', 'codes', 'bench'],
      add: { words: ['shop', 'redeem'] },
      heeds: ['list', 'command'],
    }),
  ],
  places: [
    { path: '/review/hand-over', load: async () => (await import('./hand-over-page.js')).HandOverPage },
  ],
  index: [
    {
      mode: 'review',
      group: 'Earn',
      to: '/review/hand-over',
      label: 'To hand over',
      words: ['redemptions', 'owed', 'bought', 'purchases', 'codes', 'addresses'],
    },
  ],
  panels: [
    {
      id: 'hand-over',
      title: 'To hand over',
      size: { w: 4, h: 6 },
      rank: 40,
      load: async () => (await import('./hand-over-panel.js')).HandOverPanel,
    },
  ],
  modeCounts: [
    {
      mode: 'review',
      id: 'hand-over',
      load: async () => (await import('./hand-over-count.js')).HandOverCount,
    },
  ],
  cardParts: [
    { id: 'rewards', rank: 35, load: async () => (await import('./viewer-purchases.js')).LastPurchases },
  ],
  viewerParts: [
    {
      id: 'rewards',
      title: 'Bought',
      rank: 35,
      load: async () => (await import('./viewer-purchases.js')).LastPurchases,
    },
  ],
  news: {
    redemption: boughtSoon,
  },
};
