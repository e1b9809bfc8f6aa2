import type { Role } from '../chat/index.js';
import { isNamed } from '../viewers/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { figure } from './amount.js';
import type { Account, Balances } from './posting.js';
import { viewerAccount } from './posting.js';
import { NO_RANKS, ranksOf, type Rank, type Ranks } from './ranks.js';
import { NO_CURRENCY, type CurrencySettings } from './settings.js';

/** What an account has. Whole units. */
export interface Holding {
  readonly balance: number;
  /** all that was ever earned, spent or not */
  readonly earned: number;
  /** hundredths of a unit carried over to the next payout, 0 to 99 */
  readonly carry: number;
  /** UTC milliseconds at which a viewer last gave to another; undefined for never */
  readonly gaveAt: number | undefined;
  /** a first follow was paid */
  readonly followPaid: boolean;
}

export const NOTHING_HELD: Holding = {
  balance: 0,
  earned: 0,
  carry: 0,
  gaveAt: undefined,
  followPaid: false,
};

/** The channel's currency as decisions look at it. */
export interface PurseView {
  readonly settings: CurrencySettings;
  readonly ranks: Ranks;
  /** undefined for an account that was not looked up before */
  of(account: Account): Holding | undefined;
  /** the place a balance takes among those of all viewers, from 1; undefined while it is not known */
  place(balance: number): number | undefined;
  /** those who have the most, and what they have; asked only when a text wants them */
  top(): readonly { readonly name: string; readonly balance: number }[];
}

export const NO_PURSE: PurseView = {
  settings: NO_CURRENCY,
  ranks: NO_RANKS,
  of: () => NOTHING_HELD,
  place: () => undefined,
  top: () => [],
};

/** Balances for deciding postings by. */
export function balancesOf(purse: PurseView): Balances {
  return { balance: (account) => purse.of(account)?.balance };
}

/** What a viewer has, and what follows from it. */
export interface HolderStanding {
  readonly balance: number;
  readonly earned: number;
  readonly regular: boolean;
  /** ranks reached, lowest first */
  readonly ranks: readonly Rank[];
}

/**
 * Where a viewer stands.
 *
 * @param roles those they have now, which may be newer than those stored
 * @returns undefined in a channel without a currency, or where the balance was not looked up
 */
export function holderStandingOf(
  purse: PurseView,
  viewer: ViewerFacts,
  roles: readonly Role[] = viewer.roles,
): HolderStanding | undefined {
  const { settings, ranks } = purse;
  if (!settings.enabled) return undefined;
  const held = purse.of(viewerAccount(viewer.id));
  if (held === undefined) return undefined;
  const { balance, earned } = held;
  return {
    balance,
    earned,
    regular: isRegular(settings, viewer, earned),
    ranks: ranksOf(ranks, { roles, watchTime: viewer.watchTime, earned, balance }),
  };
}

/** Whether someone counts as a regular: by hours, by what they earned, or by hand. */
export function isRegular({ regular }: CurrencySettings, viewer: ViewerFacts, earned: number): boolean {
  const { hours, earned: least, always } = regular;
  if (hours !== null && viewer.watchTime >= hours * 3_600) return true;
  if (least !== null && earned >= least) return true;
  return always.some((named) => isNamed(named, { viewer: viewer.id, name: viewer.name }));
}

/** Whether someone is paid nothing, whatever they do: bots, the ignored, the streamer, and who is named. */
export function earnsNothing(
  { never }: CurrencySettings,
  viewer: ViewerFacts,
  roles: readonly Role[] = viewer.roles,
): boolean {
  return (
    viewer.bot ||
    viewer.ignored ||
    roles.includes('streamer') ||
    never.some((named) => isNamed(named, { viewer: viewer.id, name: viewer.name }))
  );
}

/** An amount with the currency's name: `1 flint`, `1,040 flint`. */
export function amountOfCurrency(
  { one, many }: Pick<CurrencySettings, 'one' | 'many'>,
  amount: number,
): string {
  return `${figure(amount)} ${Math.abs(amount) === 1 ? one : many}`;
}
