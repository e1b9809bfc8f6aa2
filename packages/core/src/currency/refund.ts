import type { OccasionBase } from '../area/index.js';
import { reverse, type PostedChange } from './posting.js';
import { balancesOf, type PurseView } from './purse.js';

/** What the price of a run was taken by. */
export type Paid = Pick<PostedChange, 'key' | 'cause' | 'entries' | 'earns'>;

/** A run, and what was paid for it. */
export interface PaidRun {
  readonly id: string;
  readonly owner: string;
  readonly occasion: Pick<OccasionBase, 'viewer'>;
  readonly paid?: Paid | undefined;
  readonly carriedOut?: boolean;
}

/**
 * Gives back what was paid for a run that has ended; undefined where nothing was paid, or
 * something of it was carried out.
 *
 * @param at UTC milliseconds
 */
export function refundOf(
  { id, owner, occasion, paid, carriedOut = true }: PaidRun,
  purse: PurseView,
  at: number,
): PostedChange | undefined {
  if (paid === undefined || carriedOut) return undefined;
  return reverse(balancesOf(purse), paid, {
    key: `${id}:back`,
    cause: 'reversal',
    reference: owner,
    by: 'gully',
    at,
    words: `gives ${occasion.viewer.name} the price back`,
  }).change;
}
