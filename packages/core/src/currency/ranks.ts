import { hasAtLeast, type Role } from '../chat/index.js';

/** What ranks are reached by: hours of watch time, units earned, or units held. */
export const RANKED_BY = ['watch', 'earned', 'balance'] as const;
export type RankedBy = (typeof RANKED_BY)[number];

export interface Rank {
  readonly id: string;
  readonly name: string;
  /** hours, or units */
  readonly from: number;
  readonly lowestRole: Role;
  /** id of the routine that reaching it starts; null for none */
  readonly routine: string | null;
}

export interface Ranks {
  readonly by: RankedBy;
  /** lowest first */
  readonly ranks: readonly Rank[];
}

/** Ranks a viewer has reached for the first time; a rank is told of once, however often it is reached. */
export interface RankedChange {
  readonly kind: 'ranked';
  readonly viewer: string;
  /** ids of ranks */
  readonly ranks: readonly string[];
  /** UTC milliseconds */
  readonly at: number;
}

export const NO_RANKS: Ranks = { by: 'watch', ranks: [] };

/** What of a viewer ranks look at. Watch time in seconds, the rest in units. */
export interface Climber {
  readonly roles: readonly Role[];
  readonly watchTime: number;
  readonly earned: number;
  readonly balance: number;
}

/** Ranks someone has reached, lowest first. */
export function ranksOf({ by, ranks }: Ranks, climber: Climber): Rank[] {
  const measure = measureOf(by, climber);
  return ranks.filter(({ from, lowestRole }) => measure >= from && hasAtLeast(climber.roles, lowestRole));
}

/** How far someone is, in hours or units. */
export function measureOf(by: RankedBy, { watchTime, earned, balance }: Climber): number {
  if (by === 'watch') return watchTime / 3_600;
  return by === 'earned' ? earned : balance;
}

/** The next rank someone may reach, and how much is missing; undefined at the top. */
export function nextRank(
  all: Ranks,
  climber: Climber,
): { readonly rank: Rank; readonly missing: number } | undefined {
  const measure = measureOf(all.by, climber);
  const rank = all.ranks.find(
    ({ from, lowestRole }) => from > measure && hasAtLeast(climber.roles, lowestRole),
  );
  return rank === undefined ? undefined : { rank, missing: rank.from - measure };
}

/** The most thresholds a curve makes. */
export const RANKS_MOST = 50;
const FROM_MOST = 1_000_000_000;

/**
 * Thresholds of a curve: the first rank is from 0, the second from `first`, and each step is
 * `growth` times as long as the one before; whole, and each above the one before. Fewer than
 * `count` where the next would be above what a threshold may be.
 *
 * @param growth in hundredths, 100 for equal steps
 */
export function thresholds(first: number, growth: number, count: number): number[] {
  const made = [0];
  let step = first;
  while (made.length < Math.min(count, RANKS_MOST)) {
    const last = made.at(-1) ?? 0;
    const next = Math.max(last + 1, Math.round(last + step));
    if (next > FROM_MOST) break;
    made.push(next);
    step = (step * growth) / 100;
  }
  return made;
}

/** What is wrong with ranks, by place (`ranks.2.from`); empty when nothing is. */
export function rankFaults({ by, ranks }: Ranks): Record<string, string> {
  const faults: Record<string, string> = {};
  if (!RANKED_BY.includes(by)) faults.by = 'Choose watch time, currency earned or the balance';
  if (ranks.length > RANKS_MOST)
    return { ...faults, ranks: `There can be at most ${String(RANKS_MOST)} ranks` };
  for (const [n, { name, from }] of ranks.entries()) {
    const place = `ranks.${String(n)}`;
    if (!/^[^\p{C}{}%]{1,40}$/u.test(name.trim()))
      faults[`${place}.name`] = 'Give it a name of 1 to 40 characters';
    else if (ranks.slice(0, n).some((other) => other.name.toLowerCase() === name.toLowerCase()))
      faults[`${place}.name`] = `There are two ranks called ${name}`;
    if (!Number.isSafeInteger(from) || from < 0 || from > FROM_MOST)
      faults[`${place}.from`] = `Give a whole number from 0 to ${FROM_MOST.toLocaleString('en')}`;
    else if (n > 0 && from <= (ranks[n - 1]?.from ?? 0))
      faults[`${place}.from`] = 'Each rank takes more than the one before';
  }
  return faults;
}
