import type { Actor } from '../actors/index.js';
import type { Role } from '../chat/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { eventHundredths, payoutHundredths, withCarry, type PayingEvent } from './payout.js';
import { viewerAccount, type Entry, type PostedChange } from './posting.js';
import { amountOfCurrency, earnsNothing, isRegular, type PurseView } from './purse.js';

/** Someone who is present when a payout is made. */
export interface PresentViewer {
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  /** of their subscription */
  readonly tier: number;
  /** they wrote since the last payout */
  readonly active: boolean;
}

/** When and as what a payout is made. */
export interface PayoutMoment {
  /** names this payout alone: made again with the same, nothing is paid */
  readonly key: string;
  readonly live: boolean;
  /** UTC milliseconds */
  readonly at: number;
}

/** Pays everyone present, in one posting; undefined when no one is to be paid anything. */
export function decidePayout(
  purse: PurseView,
  present: readonly PresentViewer[],
  { key, live, at }: PayoutMoment,
): PostedChange | undefined {
  const { settings } = purse;
  const entries: Entry[] = [];
  const carries: (readonly [string, number])[] = [];
  const seen = new Set<string>();
  for (const { viewer, roles, tier, active } of present) {
    // Someone may be there under two names.
    if (seen.has(viewer.id) || earnsNothing(settings, viewer, roles)) continue;
    seen.add(viewer.id);
    const held = purse.of(viewerAccount(viewer.id));
    if (held === undefined) continue;
    const payee = { roles, tier, active, regular: isRegular(settings, viewer, held.earned) };
    const paid = withCarry(payoutHundredths(settings, payee, live), held.carry);
    if (paid.carry !== held.carry) carries.push([viewer.id, paid.carry]);
    const amount = underCap(settings.cap, held.balance, paid.amount);
    if (amount > 0) entries.push({ from: 'issued', to: viewerAccount(viewer.id), amount });
  }
  if (entries.length === 0 && carries.length === 0) return undefined;
  const total = entries.reduce((sum, { amount }) => sum + amount, 0);
  const people = entries.length === 1 ? '1 viewer' : `${entries.length.toLocaleString('en')} viewers`;
  return {
    kind: 'posted',
    key,
    cause: 'payout',
    reference: live ? 'live' : 'offline',
    by: 'gully',
    at,
    entries,
    carries,
    words: `pays ${amountOfCurrency(settings, total)} to ${people}`,
  };
}

/** Something that happened, for which its viewer may be paid. */
export interface PaidEvent extends PayingEvent {
  readonly id: string;
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  /** UTC milliseconds */
  readonly at: number;
  readonly by: Actor;
}

/** Pays for an event; undefined where it pays nothing. A follow is paid the first time ever. */
export function decideEventPay(purse: PurseView, event: PaidEvent): PostedChange | undefined {
  const { settings } = purse;
  const { viewer, roles, kind, at, by } = event;
  const held = purse.of(viewerAccount(viewer.id));
  if (!settings.enabled || held === undefined || earnsNothing(settings, viewer, roles)) return undefined;
  if (kind === 'follow' && held.followPaid) return undefined;
  const { amount: due, carry } = withCarry(eventHundredths(settings, event), held.carry);
  const amount = underCap(settings.cap, held.balance, due);
  if (amount === 0 && carry === held.carry) return undefined;
  return {
    kind: 'posted',
    key: kind === 'follow' ? followKey(viewer.id) : `event:${event.id}`,
    cause: 'event',
    reference: kind,
    by,
    at,
    entries: amount === 0 ? [] : [{ from: 'issued', to: viewerAccount(viewer.id), amount }],
    carries: [[viewer.id, carry]],
    words: `pays ${amountOfCurrency(settings, amount)} to ${viewer.name}`,
  };
}

/** The key under which a viewer's first follow is paid, so that it is once ever. */
export const followKey = (viewer: string): string => `follow:${viewer}`;

/** As much of an amount as a balance may take. */
export function underCap(cap: number | null, balance: number, amount: number): number {
  return cap === null ? amount : Math.max(0, Math.min(amount, cap - balance));
}
