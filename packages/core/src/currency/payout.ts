import type { Role } from '../chat/index.js';
import type { Bonus, CurrencySettings } from './settings.js';

/** Who is paid for being there. */
export interface Payee {
  readonly roles: readonly Role[];
  /** of their subscription, 1 to 3; of no account for others */
  readonly tier: number;
  readonly regular: boolean;
  /** they wrote since the last payout */
  readonly active: boolean;
}

/**
 * What one payout comes to for someone, in hundredths of a unit. A factor multiplies the base and
 * adds what is above it, so two factors of 1.5 double it and do not make 2.25 of it. Talking is no
 * role: its bonus is always added.
 */
export function payoutHundredths(settings: CurrencySettings, payee: Payee, live: boolean): number {
  const { payout, bonuses, severalRoles } = settings;
  const base = live ? payout.live : payout.offline;
  if (base === 0) return 0;
  const bonusOf = ({ how, value }: Bonus): number => (how === 'factor' ? base * (value - 100) : value * 100);
  const byRole = rolesPaid(settings, payee).map(bonusOf);
  const roles = severalRoles === 'all' ? byRole.reduce((sum, each) => sum + each, 0) : Math.max(0, ...byRole);
  return base * 100 + roles + (payee.active ? bonusOf(bonuses.active) : 0);
}

function rolesPaid({ bonuses }: CurrencySettings, { roles, tier, regular }: Payee): Bonus[] {
  const paid: Bonus[] = [];
  if (roles.includes('vip')) paid.push(bonuses.vip);
  if (regular) paid.push(bonuses.regular);
  if (roles.includes('moderator')) paid.push(bonuses.moderator);
  if (roles.includes('subscriber')) paid.push(bonuses.subscriber[tierIndex(tier)]);
  return paid;
}

/** A tier of 1 to 3 as a place in a list of three; anything else is the first. */
export function tierIndex(tier: number): 0 | 1 | 2 {
  if (tier === 3) return 2;
  return tier === 2 ? 1 : 0;
}

/** What is paid of hundredths, and what is carried over to the next time: nothing is lost. */
export function withCarry(
  hundredths: number,
  carried: number,
): { readonly amount: number; readonly carry: number } {
  const all = hundredths + carried;
  return { amount: Math.floor(all / 100), carry: all % 100 };
}

/** What something that happened on the channel pays. */
export interface PayingEvent {
  readonly kind: string;
  /** subscriptions gifted, people raiding, tokens cheered, minor units tipped */
  readonly count: number;
  /** of a subscription, 1 to 3 */
  readonly tier?: number | undefined;
  /** minor units in one unit of the money tipped: 100 cents */
  readonly minor?: number | undefined;
}

/** The most one event pays, in hundredths: a number that is still counted exactly. */
const EVENT_MOST = 100_000_000_000_000;

/** What an event pays, in hundredths of a unit; 0 for one that pays nothing. */
export function eventHundredths(settings: CurrencySettings, event: PayingEvent): number {
  return Math.min(EVENT_MOST, eventPays(settings, event));
}

function eventPays({ events }: CurrencySettings, event: PayingEvent): number {
  const { kind, count, tier = 1, minor = 100 } = event;
  switch (kind) {
    case 'follow':
      return events.follow * 100;
    case 'subscribed':
      return events.subscribed[tierIndex(tier)] * 100;
    case 'renewed':
      return events.renewed[tierIndex(tier)] * 100;
    case 'gifted':
      return events.gifted * Math.max(1, count) * 100;
    case 'raid':
      return (events.raid + events.raider * count) * 100;
    case 'cheer':
      return events.cheer * count;
    case 'tip':
      return Math.floor((events.tip * count * 100) / minor);
    default:
      return 0;
  }
}
