import type { Actor } from '../actors/index.js';
import { figure } from './amount.js';

/** Where currency comes from and where it goes, beside viewers. Their balances may be below zero. */
export const HOUSE_ACCOUNTS = ['issued', 'spent', 'fees'] as const;
export type HouseAccount = (typeof HOUSE_ACCOUNTS)[number];
export type ViewerAccount = `viewer:${string}`;
/** Holds stakes until a game, a wager or a giveaway ends. */
export type EscrowAccount = `escrow:${string}`;
export type Account = HouseAccount | ViewerAccount | EscrowAccount;

/** Why currency moves. */
export const CAUSES = [
  'payout',
  'event',
  'command',
  'game',
  'wager',
  'giveaway',
  'queue',
  'reward',
  'gift',
  'correction',
  'import',
  'season',
  'merge',
  'reversal',
] as const;
export type Cause = (typeof CAUSES)[number];

/** Causes that count as earned; what people give each other or put right does not. */
export const EARNING: ReadonlySet<Cause> = new Set(['payout', 'event', 'command', 'game', 'wager']);

/** 1 where whoever receives from the house has earned it, -1 where that is taken back from whoever pays. */
export type Earns = -1 | 0 | 1;

/** What a posting does to what was earned. */
export function earnsOf({ cause, earns }: Pick<PostedChange, 'cause' | 'earns'>): Earns {
  return earns ?? (EARNING.has(cause) ? 1 : 0);
}

/** Some currency goes from one account to another. */
export interface Entry {
  readonly from: Account;
  readonly to: Account;
  /** a whole number of units, above 0 */
  readonly amount: number;
}

/** Entries that stand or fall together, to be written into the ledger. */
export interface PostedChange {
  readonly kind: 'posted';
  /** unlike that of any other posting: what is asked for twice is written once */
  readonly key: string;
  readonly cause: Cause;
  /** what it is about: a command's id, an event's kind; empty for nothing in particular */
  readonly reference: string;
  readonly by: Actor;
  /** UTC milliseconds */
  readonly at: number;
  readonly entries: readonly Entry[];
  /** fractions carried over from here on, in hundredths of a unit from 0 to 99, by viewer's id */
  readonly carries?: readonly (readonly [viewer: string, hundredths: number])[];
  /** the key of the posting it takes back */
  readonly reverses?: string;
  /** what it does to what was earned, where that does not follow from its cause */
  readonly earns?: Earns;
  /** what it does, for lists of effects: `gives 40 flint to tallowfen` */
  readonly words: string;
}

/** What a posting needs to be told beside its entries. */
export type PostingOccasion = Pick<PostedChange, 'key' | 'cause' | 'reference' | 'by' | 'at' | 'words'>;

export type PostingResult = { readonly change: PostedChange } | { readonly fault: string };

/** Balances by account, as far as they are known. */
export interface Balances {
  /** undefined for an account that was not looked up */
  balance(account: Account): number | undefined;
}

export const viewerAccount = (id: string): ViewerAccount => `viewer:${id}`;
export const escrowAccount = (id: string): EscrowAccount => `escrow:${id}`;

/** The viewer's id, or undefined for an account of nobody. */
export function viewerOfAccount(account: Account): string | undefined {
  return account.startsWith('viewer:') ? account.slice('viewer:'.length) : undefined;
}

/** True for accounts that may go below zero. */
export function isHouse(account: Account): account is HouseAccount {
  return (HOUSE_ACCOUNTS as readonly string[]).includes(account);
}

/**
 * Decides entries that stand or fall together. Nothing is decided if one of them cannot be: an
 * amount that is not a whole number above 0, an account paying itself, or one without enough.
 * Entries are looked at in their order, so one may spend what an earlier one brought.
 */
export function post(
  balances: Balances,
  entries: readonly Entry[],
  occasioned: PostingOccasion,
): PostingResult {
  if (entries.length === 0) return { fault: 'There is nothing to move' };
  const after = new Map<Account, number>();
  for (const { from, to, amount } of entries) {
    if (!Number.isSafeInteger(amount) || amount <= 0)
      return { fault: `${String(amount)} is not an amount above 0` };
    if (from === to) return { fault: 'Nothing moves from an account to itself' };
    const has = after.get(from) ?? balances.balance(from);
    const had = after.get(to) ?? balances.balance(to);
    if (has === undefined || had === undefined) return { fault: 'The balance could not be looked up' };
    if (!isHouse(from) && has < amount)
      return { fault: `${figure(amount)} is more than there is: ${figure(has)}` };
    if (!Number.isSafeInteger(had + amount) || !Number.isSafeInteger(has - amount))
      return { fault: `${figure(amount)} is too much to count` };
    after.set(from, has - amount);
    after.set(to, had + amount);
  }
  return { change: { kind: 'posted', entries, ...occasioned } };
}

/** Moves currency from one account to another. */
export function move(balances: Balances, entry: Entry, occasioned: PostingOccasion): PostingResult {
  return post(balances, [entry], occasioned);
}

/** Holds a viewer's stake in escrow until it is released. @param escrow names the game, wager or giveaway */
export function hold(
  balances: Balances,
  { viewer, escrow, amount }: { readonly viewer: string; readonly escrow: string; readonly amount: number },
  occasioned: PostingOccasion,
): PostingResult {
  return move(balances, { from: viewerAccount(viewer), to: escrowAccount(escrow), amount }, occasioned);
}

/** Pays out of escrow. @param to who gets how much; `spent` takes what the house keeps */
export function release(
  balances: Balances,
  escrow: string,
  to: readonly Pick<Entry, 'to' | 'amount'>[],
  occasioned: PostingOccasion,
): PostingResult {
  return post(
    balances,
    to.map((each) => ({ from: escrowAccount(escrow), ...each })),
    occasioned,
  );
}

/** What reversing comes to. */
export interface Reversal {
  /** undefined where nothing is left to take back */
  readonly change: PostedChange | undefined;
  /** what cannot be taken back because it was spent since, by account */
  readonly short: readonly { readonly account: Account; readonly amount: number }[];
}

/**
 * Takes a posting back: each entry goes the other way, the last first. What someone has spent
 * since cannot be taken from them; the rest is taken back and the shortfall is told.
 */
export function reverse(
  balances: Balances,
  posting: Pick<PostedChange, 'key' | 'cause' | 'entries' | 'earns'>,
  occasioned: PostingOccasion,
): Reversal {
  const after = new Map<Account, number>();
  const balanceOf = (account: Account): number => after.get(account) ?? balances.balance(account) ?? 0;
  const entries: Entry[] = [];
  const short = new Map<Account, number>();
  for (const { from, to, amount } of posting.entries.toReversed()) {
    const most = isHouse(to) ? amount : Math.min(amount, Math.max(0, balanceOf(to)));
    if (most < amount) short.set(to, (short.get(to) ?? 0) + amount - most);
    if (most === 0) continue;
    after.set(to, balanceOf(to) - most);
    after.set(from, balanceOf(from) + most);
    entries.push({ from: to, to: from, amount: most });
  }
  const back: Readonly<Record<Earns, Earns>> = { [-1]: 1, 0: 0, 1: -1 };
  const earns = back[earnsOf(posting)];
  return {
    change:
      entries.length === 0
        ? undefined
        : { kind: 'posted', entries, ...occasioned, reverses: posting.key, earns },
    short: [...short].map(([account, amount]) => ({ account, amount })),
  };
}

/** Splits an amount in shares that differ by at most one unit and add up to it; the first get the larger ones. */
export function split(amount: number, count: number): number[] {
  return shareOut(
    amount,
    Array.from({ length: count }, () => 1),
  );
}

/**
 * Splits an amount by weights, in whole units that add up to it exactly (the method of the largest
 * remainder, Hamilton's; of equal remainders the first comes first). Weights are whole and not
 * negative; where all are 0 nobody gets anything.
 */
export function shareOut(amount: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((all, weight) => all + BigInt(weight), 0n);
  if (sum === 0n) return weights.map(() => 0);
  const exact = weights.map((weight) => BigInt(amount) * BigInt(weight));
  const shares = exact.map((part) => Number(part / sum));
  let left = amount - shares.reduce((all, share) => all + share, 0);
  const byRemainder = exact
    .map((part, n) => ({ n, rest: part % sum }))
    .sort((a, b) => (a.rest === b.rest ? a.n - b.n : a.rest < b.rest ? 1 : -1));
  for (const { n } of byRemainder) {
    if (left === 0) break;
    shares[n] = (shares[n] ?? 0) + 1;
    left -= 1;
  }
  return shares;
}
