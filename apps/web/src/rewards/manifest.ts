import { askAgain, askSoon, rewardsQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

/** Many may buy at once; what shows it is asked for again once for all. */
const boughtSoon = askSoon(300, ['redemptions'], ['rewards']);

export const REWARDS: Manifest = {
  places: [
    { path: '/prepare/rewards/:id?', load: async () => (await import('./rewards-page.js')).RewardsPage },
    { path: '/review/hand-over', load: async () => (await import('./hand-over-page.js')).HandOverPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Earn',
      to: '/prepare/rewards',
      label: 'Rewards',
      words: ['shop', 'store', 'buy', 'redeem', 'spend', 'codes', 'bench'],
      counts: rewardsQuery,
      drafts: 'gully.draft.reward.',
    },
    {
      mode: 'review',
      group: 'Earn',
      to: '/review/hand-over',
      label: 'To hand over',
      words: ['redemptions', 'owed', 'bought', 'purchases', 'codes', 'addresses'],
    },
  ],
  actions: [{ label: 'Add reward', to: `/prepare/rewards/${NEW}`, words: ['shop', 'redeem'] }],
  bundled: [{ kind: 'reward', word: 'reward', query: rewardsQuery }],
  finding: {
    heading: 'Rewards',
    query: rewardsQuery,
    found: (rewards: readonly { readonly id: string; readonly name: string }[]) =>
      rewards.map(({ id, name }) => ({ label: name, to: `/prepare/rewards/${id}`, hint: 'reward' })),
  },
  panels: [
    {
      id: 'hand-over',
      title: 'To hand over',
      place: { x: 8, y: 9, w: 4, h: 6 },
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
  referable: {
    kind: 'reward',
    query: rewardsQuery,
    options: (rewards: readonly { readonly id: string; readonly name: string }[]) =>
      rewards.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make a reward first', to: `/prepare/rewards/${NEW}` },
  },
  news: {
    redemption: boughtSoon,
    thing: ({ of }) => {
      if (of === 'reward' || of === 'list' || of === 'command') askAgain(rewardsQuery.queryKey);
    },
  },
};
