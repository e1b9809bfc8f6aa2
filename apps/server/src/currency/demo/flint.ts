import { NO_CURRENCY, type CurrencySettings, type Rank, type Ranks } from '@gully/core/currency';

/** The demo's currency. */
export const FLINT: CurrencySettings = {
  ...NO_CURRENCY,
  enabled: true,
  one: 'flint',
  many: 'flint',
  mark: '◆',
  payout: { every: 5, live: 5, offline: 0 },
  bonuses: {
    active: { how: 'amount', value: 2 },
    vip: { how: 'amount', value: 1 },
    regular: { how: 'amount', value: 1 },
    moderator: { how: 'amount', value: 2 },
    subscriber: [
      { how: 'factor', value: 120 },
      { how: 'factor', value: 150 },
      { how: 'factor', value: 200 },
    ],
  },
  events: {
    follow: 25,
    subscribed: [150, 300, 750],
    renewed: [100, 200, 500],
    gifted: 60,
    raid: 30,
    raider: 2,
    cheer: 20,
    tip: 15,
  },
  regular: { hours: 20, earned: null, always: [] },
  sharing: { enabled: true, least: 5, most: 500, fee: 2, cooldown: 60, watched: 30 },
};

const rank = (name: string, from: number): Rank => ({
  id: `demo-${name.toLowerCase()}`,
  name,
  from,
  lowestRole: 'viewer',
  routine: null,
});

/** By hours of watching. */
export const CLIMB: Ranks = {
  by: 'watch',
  ranks: [
    rank('Daylighter', 0),
    rank('Scrambler', 2),
    rank('Ropehand', 10),
    rank('Surveyor', 40),
    rank('Deepwalker', 150),
  ],
};
