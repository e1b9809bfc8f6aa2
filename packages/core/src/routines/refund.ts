import { balancesOf, reverse, type PostedChange, type PurseView } from '../currency/index.js';
import type { RunState } from './run-state.js';

/**
 * What gives back what was paid for a run that has ended; undefined where nothing was paid, or
 * something of it was carried out.
 *
 * @param at UTC milliseconds
 */
export function refundOf(
  {
    id,
    owner,
    occasion,
    paid,
    carriedOut = true,
  }: Pick<RunState, 'id' | 'owner' | 'occasion' | 'paid' | 'carriedOut'>,
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
