import type { ReadOptions } from '../database/index.js';
import { HOUSES } from './houses.js';

/** Something in the ledger that does not add up. */
export interface Fault {
  readonly what: string;
  readonly account: string;
  readonly stored: number;
  readonly computed: number;
}

export interface LedgerVerdict {
  readonly entries: number;
  readonly accounts: number;
  /** in circulation: what viewers and escrow hold */
  readonly circulating: number;
  readonly faults: readonly Fault[];
}

/** Reads rows of one SELECT; in a thread of its own where the ledger is large. */
export type Rows = <T extends object>(
  sql: string,
  parameters: readonly unknown[],
  options?: ReadOptions,
) => Promise<T[]>;

/** Entries that are added up in one step, so that progress can be told and chat is never held up. */
const STEP = 100_000;
/** Postings that are looked at when only the newest are. */
const RECENT = 100;
/** Accounts of the newest entries whose whole history is added up at the start. */
const RECENT_ACCOUNTS = 50;

interface Sums {
  readonly id: number;
  balance: number;
  earned: number;
}
/** What was written to an account since the entries were counted. */
interface Late {
  readonly lateBalance: number;
  readonly lateEarned: number;
}

/**
 * Adds up all entries and compares: each balance and what was earned with the account's, each
 * posting's total with its entries', and all balances with zero.
 *
 * @param progress is told how much of it is done, from 0 to 1
 */
export async function verifyLedger(
  rows: Rows,
  progress: (done: number) => void = () => undefined,
  options: ReadOptions = {},
): Promise<LedgerVerdict> {
  const [{ last } = { last: 0 }] = await rows<{ last: number }>(
    'SELECT coalesce(max(id), 0) AS last FROM ledger_entries',
    [],
    options,
  );
  const sums = new Map<number, Sums>();
  const faults: Fault[] = [];
  for (let from = 0; from < last; from += STEP) {
    const span = [from, Math.min(from + STEP, last)];
    for (const { id, balance, earned } of await rows<Sums>(SUMS, [...span, ...span], options)) {
      const known = sums.get(id);
      if (known === undefined) sums.set(id, { id, balance, earned });
      else {
        known.balance += balance;
        known.earned += earned;
      }
    }
    progress((span[1] ?? last) / last);
  }
  // What was written meanwhile is read with the balances it went into, in one statement.
  const accounts = await rows<Account & Late>(ACCOUNTS_AND_LATE, [last, MANY, last, MANY], options);
  for (const account of accounts) {
    const { balance, earned } = sums.get(account.id) ?? { balance: 0, earned: 0 };
    const all = { balance: balance + account.lateBalance, earned: earned + account.lateEarned };
    faults.push(...compared(account, all));
  }
  faults.push(...(await totals(rows, 0, options)), ...zero(accounts));
  return {
    entries: last,
    accounts: accounts.length,
    circulating: accounts.reduce((sum, { kind, balance }) => sum + (kind === 'house' ? 0 : balance), 0),
    faults,
  };
}

/** The same for the newest part, quick enough for every start. */
export async function verifyRecent(rows: Rows): Promise<readonly Fault[]> {
  const [{ first } = { first: 0 }] = await rows<{ first: number }>(
    'SELECT coalesce(max(id), 0) AS first FROM ledger_postings',
    [],
  );
  const accounts = await rows<Account>(ACCOUNTS_RECENT, [RECENT_ACCOUNTS]);
  const ids = JSON.stringify(accounts.map(({ id }) => id));
  const sums = new Map((await rows<Sums>(SUMS_OF, [ids, ids])).map((each) => [each.id, each]));
  const [balance] = await rows<{ sum: number }>('SELECT sum(balance) AS sum FROM accounts', []);
  return [
    ...accounts.flatMap((account) => compared(account, sums.get(account.id))),
    ...(await totals(rows, first - RECENT)),
    ...(balance?.sum === 0 ? [] : [fault('all balances together', 'all', balance?.sum ?? 0, 0)]),
  ];
}

interface Account {
  readonly id: number;
  readonly kind: string;
  readonly name: string;
  readonly balance: number;
  readonly earned: number;
}

function compared(
  { kind, name, balance, earned }: Account,
  sums: Pick<Sums, 'balance' | 'earned'> | undefined,
): Fault[] {
  const account = kind === 'house' ? name : `${kind}:${name}`;
  const faults: Fault[] = [];
  if (balance !== (sums?.balance ?? 0)) faults.push(fault('a balance', account, balance, sums?.balance ?? 0));
  if (earned !== (sums?.earned ?? 0))
    faults.push(fault('what was earned', account, earned, sums?.earned ?? 0));
  if (kind !== 'house' && balance < 0) faults.push(fault('a balance below zero', account, balance, 0));
  return faults;
}

async function totals(rows: Rows, after: number, options?: ReadOptions): Promise<Fault[]> {
  const wrong = await rows<{ id: number; total: number; sum: number }>(TOTALS, [after], options);
  return wrong.map(({ id, total, sum }) =>
    fault('the total of a movement', `posting ${String(id)}`, total, sum),
  );
}

function zero(accounts: readonly Account[]): Fault[] {
  const sum = accounts.reduce((all, { balance }) => all + balance, 0);
  return sum === 0 ? [] : [fault('all balances together', 'all', sum, 0)];
}

function fault(what: string, account: string, stored: number, computed: number): Fault {
  return { what, account, stored, computed };
}

const MOVES = `SELECT to_id AS account, amount, max(earns, 0) * amount AS earned FROM ledger_entries WHERE id > ? AND id <= ?
  UNION ALL SELECT from_id, -amount, min(earns, 0) * amount FROM ledger_entries WHERE id > ? AND id <= ?`;
const SUMS = `SELECT account AS id, sum(amount) AS balance, sum(earned) AS earned FROM (${MOVES}) GROUP BY account`;
const SUMS_OF = `SELECT account AS id, sum(amount) AS balance, sum(earned) AS earned FROM (
  SELECT to_id AS account, amount, max(earns, 0) * amount AS earned FROM ledger_entries
    WHERE to_id IN (SELECT value FROM json_each(?)) AND to_id > ${HOUSES}
  UNION ALL SELECT from_id, -amount, min(earns, 0) * amount FROM ledger_entries
    WHERE from_id IN (SELECT value FROM json_each(?)) AND from_id > ${HOUSES}) GROUP BY account`;
const MANY = Number.MAX_SAFE_INTEGER;
const ACCOUNTS_AND_LATE = `SELECT a.id, a.kind, a.name, a.balance, a.earned - a.earned_moved AS earned,
    coalesce(late.balance, 0) AS lateBalance, coalesce(late.earned, 0) AS lateEarned
  FROM accounts a LEFT JOIN (${SUMS}) late ON late.id = a.id`;
/** What came with a merge is in no entry of the account it came to. */
const ACCOUNTS = 'SELECT id, kind, name, balance, earned - earned_moved AS earned FROM accounts';
/** The house takes part in every entry; its whole history is added up only when all is. */
const ACCOUNTS_RECENT = `${ACCOUNTS} WHERE kind != 'house' AND id IN
  (SELECT to_id FROM (SELECT to_id FROM ledger_entries ORDER BY id DESC LIMIT ?))`;
const TOTALS = `SELECT p.id, p.total, coalesce(sum(e.amount), 0) AS sum FROM ledger_postings p
  LEFT JOIN ledger_entries e ON e.posting_id = p.id WHERE p.id > ?
  GROUP BY p.id HAVING p.total != coalesce(sum(e.amount), 0) OR p.entries != count(e.id)`;
