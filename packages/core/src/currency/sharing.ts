import { durationInWords } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { figure } from './amount.js';
import { post, viewerAccount, type Entry, type PostingOccasion, type PostingResult } from './posting.js';
import { amountOfCurrency, balancesOf, type PurseView } from './purse.js';

export interface Gift {
  readonly from: ViewerFacts;
  readonly to: ViewerFacts;
  /** whole units; the fee is taken from it */
  readonly amount: number;
}

/** What of a gift is lost on the way, rounded up so that many small gifts do not get round it. */
export function feeOf(amount: number, percent: number): number {
  return Math.ceil((amount * percent) / 100);
}

/** One viewer gives to another, within what the settings allow. */
export function decideGift(
  purse: PurseView,
  { from, to, amount }: Gift,
  occasioned: PostingOccasion,
): PostingResult {
  const { settings } = purse;
  const { sharing, cap, many } = settings;
  const held = purse.of(viewerAccount(from.id));
  const theirs = purse.of(viewerAccount(to.id));
  if (!sharing.enabled) return { fault: `viewers do not give ${many} to each other here` };
  if (from.id === to.id) return { fault: `you cannot give yourself ${many}` };
  if (to.bot || to.ignored) return { fault: `${to.name} takes no ${many}` };
  if (held === undefined || theirs === undefined) return { fault: 'the balance could not be looked up' };
  if (!Number.isSafeInteger(amount) || amount <= 0) return { fault: 'that is no amount to give' };
  if (amount < sharing.least) return { fault: `give at least ${amountOfCurrency(settings, sharing.least)}` };
  if (sharing.most !== null && amount > sharing.most)
    return { fault: `give at most ${amountOfCurrency(settings, sharing.most)}` };
  if (from.watchTime < sharing.watched * 60)
    return { fault: `only after ${durationInWords(sharing.watched * 60_000)} of watching` };
  const wait = waitFor(held.gaveAt, sharing.cooldown, occasioned.at);
  if (wait > 0) return { fault: `${durationInWords(wait)} until the next gift` };
  if (held.balance < amount)
    return { fault: `${from.name} has only ${amountOfCurrency(settings, held.balance)}` };
  const fee = feeOf(amount, sharing.fee);
  const arrives = amount - fee;
  if (arrives <= 0) return { fault: `nothing would be left of ${figure(amount)} after the fee` };
  if (cap !== null && theirs.balance + arrives > cap)
    return { fault: `${to.name} cannot hold more than ${amountOfCurrency(settings, cap)}` };
  const giver = viewerAccount(from.id);
  const entries: Entry[] = [{ from: giver, to: viewerAccount(to.id), amount: arrives }];
  if (fee > 0) entries.push({ from: giver, to: 'fees', amount: fee });
  return post(balancesOf(purse), entries, occasioned);
}

/** Milliseconds until the next gift; a last one later than now was told by another clock. */
function waitFor(last: number | undefined, seconds: number, now: number): number {
  if (last === undefined || last > now) return 0;
  return Math.max(0, last + seconds * 1000 - now);
}
