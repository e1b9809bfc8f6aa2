import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  reverse,
  viewerOfAccount,
  type Account,
  type Earns,
  type Entry,
  type PostedChange,
} from '@gully/core/currency';
import { ActivityService } from '../activity/index.js';
import { Database } from '../database/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { Task } from '../tasks/index.js';
import { bookkeeper } from './bookkeeper.js';
import { LedgerPage, type StoredPosting, type WantedPostings } from './ledger-page.js';
import { LedgerStore } from './ledger.store.js';
import { accountOf } from './writing.js';

/** Postings, and entries of them, that may be reversed at once. */
const POSTINGS_MOST = 1_000;
const ENTRIES_MOST = 50_000;
/** Entries that are decided in one piece. */
const TOGETHER = 1_000;

/** One posting, or all that fit. */
export type AskedReversal = { readonly id: number } | Omit<WantedPostings, 'before'>;

/** What reversing comes to, before or after it is done. */
export interface ReversalOutcome {
  readonly postings: number;
  /** units that go back, and viewers they are taken from or given to */
  readonly total: number;
  readonly viewers: number;
  /** what was spent since and cannot be taken back, by viewer */
  readonly short: readonly { readonly viewer: string; readonly name: string; readonly amount: number }[];
  /** the postings that take back; empty before it is done */
  readonly made: readonly number[];
}

type Reversed = Pick<PostedChange, 'key' | 'cause' | 'entries' | 'earns' | 'reference'> & {
  readonly id: number;
  /** how often it was reversed before */
  readonly times: number;
};

/** Takes postings back, one or all of a kind; nothing is ever changed in the ledger. */
@Injectable()
export class Reversing {
  constructor(
    private readonly database: Database,
    private readonly page: LedgerPage,
    private readonly store: LedgerStore,
    private readonly pipeline: PipelineService,
    private readonly activity: ActivityService,
  ) {}

  /** What it would come to; nothing is changed. */
  async look(asked: AskedReversal): Promise<ReversalOutcome> {
    const task = new Task();
    const postings = await this.load(asked, task);
    return this.told(await this.decide(postings, { actor: 'streamer', at: Date.now() }, task), []);
  }

  /** Takes back, newest first. @throws Problem when there is nothing to take back, or too much */
  async reverse(asked: AskedReversal, actor: Actor, task: Task): Promise<ReversalOutcome> {
    const outcome = await this.asFarAsPossible(asked, actor, task);
    if (outcome.postings > 0) return outcome;
    throw new Problem(
      409,
      'Nothing was taken back',
      outcome.short.length > 0 ? 'All of it has been spent since.' : 'It was taken back already.',
    );
  }

  /** The same, where it is no fault that there is nothing left to take back. */
  async asFarAsPossible(asked: AskedReversal, actor: Actor, task: Task): Promise<ReversalOutcome> {
    const outcome = await this.pipeline.broadly({
      actor,
      task,
      decide: async () => {
        // Someone else may have been first while it waited for its turn.
        const postings = await this.load(asked, task);
        const decided = await this.decide(postings, { actor, at: Date.now() }, task);
        const entries = sum(decided.changes.map((change) => change.entries.length));
        task.begin(`Writing ${entries.toLocaleString('en')} entries`, 2 * entries);
        return { changes: decided.changes, done: () => decided };
      },
    });
    const count = outcome.changes.length;
    const words = `took back ${count === 1 ? 'a movement' : `${String(count)} movements`}`;
    if (count > 0) this.activity.record('changed', bookkeeper(actor), words, actor);
    const rows = await this.database.read.query<{ id: number }[]>(
      'SELECT id FROM ledger_postings WHERE key IN (SELECT value FROM json_each(?)) ORDER BY id',
      [JSON.stringify(outcome.changes.map(({ key }) => key))],
    );
    return this.told(
      outcome,
      rows.map(({ id }) => id),
    );
  }

  private async decide(
    postings: readonly Reversed[],
    { actor, at }: { readonly actor: Actor; readonly at: number },
    task: Task,
  ): Promise<Decision> {
    const viewers = await viewersOf(postings, task);
    const balances = await this.store.balancesOf(viewers, task.step);
    const after = new Map<Account, number>();
    const balance = (account: Account): number => {
      const viewer = viewerOfAccount(account);
      const before = viewer === undefined ? this.store.of(account)?.balance : balances.get(viewer);
      return after.get(account) ?? before ?? 0;
    };
    const changes: PostedChange[] = [];
    const short = new Map<Account, number>();
    for (const posting of postings) {
      const key = `reversal:${String(posting.id)}:${String(posting.times)}`;
      const about = { key, cause: 'reversal', by: actor, at, words: 'takes it back' } as const;
      const occasioned = { ...about, reference: posting.reference };
      let change: PostedChange | undefined;
      const entries: Entry[] = [];
      // Some entries at a time, the last ones first, as the whole would be gone through.
      for (let end = posting.entries.length; end > 0; end -= TOGETHER) {
        await task.step();
        const some = { ...posting, entries: posting.entries.slice(Math.max(0, end - TOGETHER), end) };
        const part = reverse({ balance }, some, occasioned);
        for (const { account, amount } of part.short) short.set(account, (short.get(account) ?? 0) + amount);
        if (part.change === undefined) continue;
        change ??= part.change;
        for (const entry of part.change.entries) {
          entries.push(entry);
          after.set(entry.from, balance(entry.from) - entry.amount);
          after.set(entry.to, balance(entry.to) + entry.amount);
        }
      }
      if (change !== undefined) changes.push({ ...change, entries });
    }
    return { changes, short };
  }

  /** The postings asked for that hold, newest first, with all their entries and the accounts they concern. */
  private async load(asked: AskedReversal, task: Task): Promise<Reversed[]> {
    task.begin('Reading the movements');
    const rows =
      'id' in asked
        ? [await this.require(asked.id)]
        : await this.page.page({ ...asked, before: undefined }, POSTINGS_MOST + 1);
    const holding = rows.filter(
      ({ reversedBy, cause }) => reversedBy === null && ('id' in asked || cause !== 'reversal'),
    );
    if (holding.length > POSTINGS_MOST || sum(holding.map(({ entries }) => entries)) > ENTRIES_MOST)
      throw new Problem(
        422,
        'Nothing was taken back',
        'These are too many movements for once. Choose a shorter time.',
      );
    return this.withEntries(holding, task);
  }

  private async require(id: number): Promise<StoredPosting> {
    const row = await this.page.find(id);
    if (row === undefined) throw new Problem(404, 'There is no such movement', 'Nothing was changed.');
    return row;
  }

  private async withEntries(postings: readonly StoredPosting[], task: Task): Promise<Reversed[]> {
    const ids = JSON.stringify(postings.map(({ id }) => id));
    const entries = await this.database.long.rows<Stored>(ENTRIES, [ids]);
    const times = await this.database.long.rows<{ id: number; key: string; times: number }>(TIMES, [ids]);
    const made = new Map(times.map((each) => [each.id, each]));
    const read = new Map<number, { readonly entries: Entry[]; earns: Earns }>();
    for (const stored of entries) {
      await task.step();
      let own = read.get(stored.posting);
      if (own === undefined) read.set(stored.posting, (own = { entries: [], earns: 0 }));
      own.entries.push(entryOf(stored));
      if (own.earns === 0) own.earns = stored.earns;
    }
    return postings.map(({ id, cause, reference }) => {
      const { entries: own, earns } = read.get(id) ?? { entries: [], earns: 0 };
      const { key, times: before } = made.get(id) ?? { key: '', times: 0 };
      return { id, key, cause, reference, entries: own, earns, times: before };
    });
  }

  private async told({ changes, short }: Decision, made: readonly number[]): Promise<ReversalOutcome> {
    const viewers = await viewersOf(changes, new Task());
    const lacking = [...short].flatMap(([account, amount]) => {
      const viewer = viewerOfAccount(account);
      return viewer === undefined ? [] : [{ viewer, amount }];
    });
    const rows = await this.database.read.query<{ id: string; name: string }[]>(
      'SELECT id, name FROM viewers WHERE id IN (SELECT value FROM json_each(?))',
      [JSON.stringify(lacking.map(({ viewer }) => viewer))],
    );
    const names = new Map(rows.map(({ id, name }) => [id, name]));
    return {
      postings: changes.length,
      total: sum(changes.map(({ entries }) => entries.reduce((all, { amount }) => all + amount, 0))),
      viewers: viewers.length,
      short: lacking.map((each) => ({ ...each, name: names.get(each.viewer) ?? 'someone' })),
      made,
    };
  }
}

/** What taking back comes to. */
interface Decision {
  readonly changes: readonly PostedChange[];
  /** what was spent since, by account */
  readonly short: ReadonlyMap<Account, number>;
}

interface Stored {
  readonly posting: number;
  readonly amount: number;
  readonly earns: Earns;
  readonly fromKind: string;
  readonly from: string;
  readonly toKind: string;
  readonly to: string;
}

const ENTRIES = `SELECT e.posting_id AS posting, e.amount, e.earns, payer.kind AS fromKind,
    payer.name AS "from", payee.kind AS toKind, payee.name AS "to"
  FROM ledger_entries e JOIN accounts payer ON payer.id = e.from_id JOIN accounts payee ON payee.id = e.to_id
  WHERE e.posting_id IN (SELECT value FROM json_each(?)) ORDER BY e.id`;
const TIMES = `SELECT p.id, p.key, (SELECT count(*) FROM ledger_postings r WHERE r.reverses = p.id) AS times
  FROM ledger_postings p WHERE p.id IN (SELECT value FROM json_each(?))`;

function entryOf({ amount, fromKind, from, toKind, to }: Stored): Entry {
  return { from: accountOf(fromKind, from), to: accountOf(toKind, to), amount };
}

async function viewersOf(postings: readonly Pick<PostedChange, 'entries'>[], task: Task): Promise<string[]> {
  const viewers = new Set<string>();
  for (const { entries } of postings)
    for (const { from, to } of entries) {
      await task.step();
      for (const account of [from, to]) {
        const viewer = viewerOfAccount(account);
        if (viewer !== undefined) viewers.add(viewer);
      }
    }
  return [...viewers];
}

function sum(amounts: readonly number[]): number {
  return amounts.reduce((all, each) => all + each, 0);
}
