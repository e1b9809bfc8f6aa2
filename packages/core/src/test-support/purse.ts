import {
  NO_CURRENCY,
  NO_PURSE,
  NO_RANKS,
  NOTHING_HELD,
  type Account,
  type CurrencySettings,
  type Holding,
  type PurseView,
  type Ranks,
} from '../currency/index.js';

/** The demo's currency, as tests use it. */
export const FLINT: CurrencySettings = {
  ...NO_CURRENCY,
  enabled: true,
  one: 'flint',
  many: 'flint',
  mark: '◆',
  payout: { every: 10, live: 10, offline: 0 },
};

/** A purse with these accounts; all others are empty. */
export function purseOf(
  held: Readonly<Record<string, Partial<Holding>>>,
  settings: Partial<CurrencySettings> = {},
  ranks: Ranks = NO_RANKS,
): PurseView {
  return {
    ...NO_PURSE,
    settings: { ...FLINT, ...settings },
    ranks,
    of: (account: Account) => ({ ...NOTHING_HELD, ...held[account] }),
  };
}
