import {
  earnsOf,
  followKey,
  viewerAccount,
  viewerOfAccount,
  type Account,
  type Entry,
  type PostedChange,
} from '@gully/core/currency';
import { Inserting, pauseIn, readied, type EntityManager } from '../database/index.js';

/** An account as its table has it. */
export function partsOf(account: Account): readonly [kind: 'house' | 'viewer' | 'escrow', name: string] {
  const at = account.indexOf(':');
  return at < 0 ? ['house', account] : [account.slice(0, at) as 'viewer' | 'escrow', account.slice(at + 1)];
}

/** The other way round. */
export function accountOf(kind: string, name: string): Account {
  return (kind === 'house' ? name : `${kind}:${name}`) as Account;
}

/** Numbers of accounts that are on disk; they never change. */
export type AccountIds = Map<Account, number>;

/**
 * Writes postings down with the balances they come to, within the caller's write. The database
 * refuses a key that was used, and a balance below zero.
 *
 * @param ids those known, to which the ones looked up are added; to be let go of when the write fails
 */
export async function writePostings(
  manager: EntityManager,
  postings: readonly PostedChange[],
  ids: AccountIds = new Map(),
): Promise<void> {
  for (const posting of postings) await writePosting(manager, posting, ids);
}

/** What a posting comes to for one account. */
interface Sum {
  balance: number;
  earned: number;
  /** hundredths left over; left out, those that were */
  carry?: number;
}

async function writePosting(manager: EntityManager, posting: PostedChange, ids: AccountIds): Promise<void> {
  const { key, cause, reference, by, at, entries, reverses } = posting;
  await knowAccounts(manager, posting, ids);
  const total = entries.reduce((sum, { amount }) => sum + amount, 0);
  const [row] = await manager.query<{ id: number }[]>(ADD_POSTING, [
    key,
    cause,
    reference,
    by,
    at,
    reverses ?? null,
    total,
    entries.length,
    -flowOf(entries, (account) => account === 'issued'),
    flowOf(entries, (account) => account === 'spent' || account === 'fees'),
  ]);
  if (row === undefined) throw new Error('a posting was written without a number');
  await writeEntries(manager, posting, row.id, ids);
  if (cause !== 'gift') return;
  const gave = readied(manager, GAVE);
  for (const { from } of entries) if (viewerOfAccount(from) !== undefined) gave(at, idOf(ids, from));
}

/** Entries, and the balances they come to: one change for each account, however many entries it has. */
async function writeEntries(
  manager: EntityManager,
  posting: PostedChange,
  number: number,
  ids: AccountIds,
): Promise<void> {
  const earns = earnsOf(posting);
  const sums = new Map<number, Sum>();
  const sumOf = (account: number): Sum => {
    let sum = sums.get(account);
    if (sum === undefined) sums.set(account, (sum = { balance: 0, earned: 0 }));
    return sum;
  };
  const entered = new Inserting(manager, ENTRIES, 5);
  const pause = pauseIn(manager);
  for (const { from, to, amount } of posting.entries) {
    await pause();
    const [payer, payee] = [idOf(ids, from), idOf(ids, to)];
    const earned = earns === 1 && from !== 'issued' ? 0 : earns;
    entered.add([number, payer, payee, amount, earned]);
    const [less, more] = [sumOf(payer), sumOf(payee)];
    less.balance -= amount;
    more.balance += amount;
    if (earned === 1) more.earned += amount;
    else if (earned === -1) less.earned -= amount;
  }
  entered.end();
  for (const [viewer, carry] of posting.carries ?? []) sumOf(idOf(ids, viewerAccount(viewer))).carry = carry;
  const followed = posting.key.startsWith(FOLLOW) ? 1 : 0;
  const keep = readied(manager, KEEP);
  for (const [account, { balance, earned, carry = null }] of sums) {
    await pause();
    keep(balance, earned, carry, carry === null ? 0 : followed, account);
  }
}

/** What comes to some accounts, less what goes from them. */
function flowOf(entries: readonly Entry[], fits: (account: Account) => boolean): number {
  let flow = 0;
  for (const { from, to, amount } of entries) flow += (fits(to) ? amount : 0) - (fits(from) ? amount : 0);
  return flow;
}

function idOf(ids: AccountIds, account: Account): number {
  const id = ids.get(account);
  if (id === undefined) throw new Error(`there is no account ${account}`);
  return id;
}

/** Looks up the numbers of all accounts a posting concerns; those that were never written are made. */
async function knowAccounts(
  manager: EntityManager,
  { entries, carries = [] }: PostedChange,
  ids: AccountIds,
): Promise<void> {
  const unknown = new Set<Account>();
  const look = (account: Account): void => {
    if (!ids.has(account)) unknown.add(account);
  };
  for (const { from, to } of entries) {
    look(from);
    look(to);
  }
  for (const [viewer] of carries) look(viewerAccount(viewer));
  const wanted = [...unknown];
  const pause = pauseIn(manager);
  for (let at = 0; at < wanted.length; at += KNOWN_TOGETHER) {
    await pause();
    const parts = JSON.stringify(wanted.slice(at, at + KNOWN_TOGETHER).map(partsOf));
    await manager.query(ADD_ACCOUNTS, [parts]);
    const rows = await manager.query<{ id: number; kind: string; name: string }[]>(FIND_ACCOUNTS, [parts]);
    for (const { id, kind, name } of rows) ids.set(accountOf(kind, name), id);
  }
}

/** Accounts that are looked up in one go. */
const KNOWN_TOGETHER = 500;
/** How keys begin that pay a first follow. */
const FOLLOW = followKey('');
const ADD_ACCOUNTS = `INSERT OR IGNORE INTO accounts (kind, name)
  SELECT value ->> 0, value ->> 1 FROM json_each(?)`;
/** In this order: going through all accounts for each that is wanted would take minutes. */
const FIND_ACCOUNTS = `SELECT accounts.id, accounts.kind, accounts.name FROM json_each(?) AS wanted
  CROSS JOIN accounts ON accounts.kind = wanted.value ->> 0 AND accounts.name = wanted.value ->> 1`;
const ADD_POSTING = `INSERT INTO ledger_postings (key, cause, reference, actor, at, reverses, total, entries, issued, spent)
  VALUES (?, ?, ?, ?, ?, (SELECT id FROM ledger_postings WHERE key = ?), ?, ?, ?, ?) RETURNING id`;
const ENTRIES = 'INTO ledger_entries (posting_id, from_id, to_id, amount, earns)';
const KEEP = `UPDATE accounts SET balance = balance + ?, earned = earned + ?, carry = coalesce(?, carry),
  follow_paid = max(follow_paid, ?) WHERE id = ?`;
const GAVE = `UPDATE accounts SET gave_at = ? WHERE id = ?`;
