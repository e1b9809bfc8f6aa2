import {
  amountOfCurrency,
  balancesOf,
  reverse,
  viewerAccount,
  type PostedChange,
  type PurseView,
} from '../currency/index.js';
import type { Actor } from '../actors/index.js';
import { priceKey } from './buying.js';
import { happens, type Redemption, type RedemptionChange } from './redemption.js';

interface Returning {
  readonly by: Actor;
  /** UTC milliseconds */
  readonly at: number;
  /** why, in words for the streamer */
  readonly note: string;
  /** no one has seen the line that was theirs, so that someone else may get it */
  readonly lineBack: boolean;
  /** the price was given back by hand before */
  readonly paidBack?: boolean;
}

/** Returns a purchase: the price goes back, and the line into its list where nobody has seen it. */
export function returns(
  purse: PurseView,
  redemption: Redemption,
  { by, at, note, lineBack, paidBack = false }: Returning,
): (RedemptionChange | PostedChange)[] {
  const returned = happens('returned', { ...redemption, state: 'returned', note }, { by, at });
  const goesBack = lineBack && redemption.line !== undefined;
  const change: RedemptionChange = goesBack ? { ...returned, lineBack: true } : returned;
  const refund = paidBack ? undefined : refundOf(purse, redemption, { by, at });
  return refund === undefined ? [change] : [refund, change];
}

function refundOf(
  purse: PurseView,
  { id, reward, viewer, name, price, title }: Redemption,
  { by, at }: Pick<Returning, 'by' | 'at'>,
): PostedChange | undefined {
  if (price === 0) return undefined;
  const paid = {
    key: priceKey(id),
    cause: 'reward',
    entries: [{ from: viewerAccount(viewer), to: 'spent', amount: price }],
  } as const;
  return reverse(balancesOf(purse), paid, {
    key: `${id}:back`,
    cause: 'reversal',
    reference: reward,
    by,
    at,
    words: `gives ${name} ${amountOfCurrency(purse.settings, price)} back for ${title}`,
  }).change;
}
