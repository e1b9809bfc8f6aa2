import {
  balancesOf,
  escrowAccount,
  post,
  viewerAccount,
  type Entry,
  type PostedChange,
  type PurseView,
} from '../currency/index.js';
import { escrowOfRound, type Play, type Result, type Round } from './round.js';
import type { AskedOfGame } from './view.js';

/** What moves with one decision about a round. */
export interface Money {
  /** stakes that go into escrow */
  readonly staked?: Pick<Play, 'viewer' | 'stake'>;
  readonly results: readonly Result[];
  /** what becomes of the rest of the escrow: it waits, stays with the house, or goes back to whoever staked it */
  readonly rest: 'waits' | 'kept' | 'back';
}

export type Paid =
  | { readonly posted: PostedChange | undefined; readonly results: readonly Result[] }
  | { readonly fault: string };

/**
 * Moves stakes into escrow and out of it again, as one posting. What players get comes from the
 * escrow of the round first, and from the house where that is not enough; nobody gets more than they
 * may hold, nor loses more than they have.
 *
 * @returns results with what was in fact paid
 */
export function pay(
  purse: PurseView,
  round: Pick<Round, 'id' | 'game' | 'title' | 'plays'>,
  { staked, results, rest }: Money,
  { by, at, mark }: AskedOfGame,
): Paid {
  const escrow = escrowAccount(escrowOfRound(round.id));
  const entries: Entry[] = [];
  let held = purse.of(escrow)?.balance ?? 0;
  const balances = new Map<string, number>();
  const balanceOf = (viewer: string): number =>
    balances.get(viewer) ?? purse.of(viewerAccount(viewer))?.balance ?? 0;
  if (staked !== undefined && staked.stake > 0) {
    entries.push({ from: viewerAccount(staked.viewer), to: escrow, amount: staked.stake });
    held += staked.stake;
    balances.set(staked.viewer, balanceOf(staked.viewer) - staked.stake);
  }
  const { cap, enabled } = purse.settings;
  const paidResults = results.map((result): Result => {
    const { viewer } = result;
    const has = balanceOf(viewer);
    if (viewer === '' || !enabled) return { ...result, paid: 0 };
    if (result.paid < 0) {
      const lost = Math.min(has, -result.paid);
      if (lost > 0) entries.push({ from: viewerAccount(viewer), to: 'spent', amount: lost });
      balances.set(viewer, has - lost);
      return { ...result, paid: -lost };
    }
    const paid = cap === null ? result.paid : Math.min(result.paid, Math.max(0, cap - has));
    const fromEscrow = Math.min(held, paid);
    if (fromEscrow > 0) entries.push({ from: escrow, to: viewerAccount(viewer), amount: fromEscrow });
    if (paid > fromEscrow)
      entries.push({ from: 'issued', to: viewerAccount(viewer), amount: paid - fromEscrow });
    held -= fromEscrow;
    balances.set(viewer, has + paid);
    return { ...result, paid };
  });
  if (rest === 'back')
    for (const { viewer, stake } of round.plays) {
      const amount = Math.min(stake, held);
      if (amount > 0) entries.push({ from: escrow, to: viewerAccount(viewer), amount });
      held -= amount;
    }
  if (rest !== 'waits' && held > 0) entries.push({ from: escrow, to: 'spent', amount: held });
  if (entries.length === 0) return { posted: undefined, results: paidResults };
  const posted = post(balancesOf(purse), entries, {
    key: `${mark}:game`,
    cause: 'game',
    reference: round.game,
    by,
    at,
    words: `moves what ${round.title} is played for`,
  });
  return 'fault' in posted ? posted : { posted: posted.change, results: paidResults };
}
