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
import { breather, Database } from '../database/index.js';
import { PipelineService, type Pause } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { LedgerPage, type StoredPosting, type WantedPostings } from './ledger-page.js';
import { LedgerStore } from './ledger.store.js';
import { accountOf } from './writing.js';

/** Postings, and entries of them, that may be reversed at once. */
const POSTINGS_MOST = 1_000;
const ENTRIES_MOST = 50_000;

/** One posting, or all that fit. */
export type Asked = { readonly id: number } | Omit<WantedPostings, 'before'>;

/** What reversing comes to, before or after it is done. */
export interface Outcome {
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
  async look(asked: Asked): Promise<Outcome> {
    const postings = await this.load(asked);
    const balances = await this.store.balancesOf(viewersOf(postings));
    return this.told(await this.decide(postings, balances, 'streamer', Date.now()), []);
  }

  /** Takes back, newest first. @throws Problem when there is nothing to take back, or too much */
  async reverse(asked: Asked, actor: Actor): Promise<Outcome> {
    const outcome = await this.asFarAsPossible(asked, actor);
    if (outcome.postings > 0) return outcome;
    throw new Problem(
      409,
      'Nothing was taken back',
      outcome.short.length > 0 ? 'All of it has been spent since.' : 'It was taken back already.',
    );
  }

  /** The same, where it is no fault that there is nothing left to take back. */
  async asFarAsPossible(asked: Asked, actor: Actor): Promise<Outcome> {
    const outcome = await this.pipeline.broadly({
      actor,
      decide: async (pause) => {
        // Somebody else may have been first while it waited for its turn.
        const postings = await this.load(asked);
        const balances = await this.store.balancesOf(viewersOf(postings));
        const decided = await this.decide(postings, balances, actor, Date.now(), pause);
        return { changes: decided.changes, done: () => decided };
      },
    });
    const count = outcome.changes.length;
    const words = `took back ${count === 1 ? 'a movement' : `${String(count)} movements`}`;
    if (count > 0) this.activity.record('changed', 'Ledger', words, actor);
    const rows = await this.database.read.query<{ id: number }[]>(
      'SELECT id FROM ledger_postings WHERE key IN (SELECT value FROM json_each(?)) ORDER BY id',
      [JSON.stringify(outcome.changes.map(({ key }) => key))],
    );
    return this.told(
      outcome,
      rows.map(({ id }) => id),
    );
  }

  /** @param balances of viewers, as they are */
  private async decide(
    postings: readonly Reversed[],
    balances: ReadonlyMap<string, number>,
    actor: Actor,
    at: number,
    pause: Pause = breather(),
  ): Promise<Decision> {
    const after = new Map<Account, number>();
    const balance = (account: Account): number => {
      const viewer = viewerOfAccount(account);
      const before = viewer === undefined ? this.store.of(account)?.balance : balances.get(viewer);
      return after.get(account) ?? before ?? 0;
    };
    const changes: PostedChange[] = [];
    const short = new Map<Account, number>();
    for (const posting of postings) {
      await pause();
      const key = `reversal:${String(posting.id)}:${String(posting.times)}`;
      const about = { key, cause: 'reversal', by: actor, at, words: 'takes it back' } as const;
      const reversal = reverse({ balance }, posting, { ...about, reference: posting.reference });
      for (const { account, amount } of reversal.short)
        short.set(account, (short.get(account) ?? 0) + amount);
      if (reversal.change === undefined) continue;
      changes.push(reversal.change);
      // What is left to each matters to the ones after it alone.
      if (posting === postings.at(-1)) break;
      for (const { from, to, amount } of reversal.change.entries)
        for (const [account, by] of [
          [from, -amount],
          [to, amount],
        ] as const)
          after.set(account, balance(account) + by);
    }
    return { changes, short };
  }

  /** The postings asked for that hold, newest first, with all their entries and the accounts they concern. */
  private async load(asked: Asked): Promise<Reversed[]> {
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
    return this.withEntries(holding);
  }

  private async require(id: number): Promise<StoredPosting> {
    const row = await this.page.find(id);
    if (row === undefined) throw new Problem(404, 'There is no such movement', 'Nothing was changed.');
    return row;
  }

  private async withEntries(postings: readonly StoredPosting[]): Promise<Reversed[]> {
    const ids = JSON.stringify(postings.map(({ id }) => id));
    const entries = await this.database.long.rows<Stored>(ENTRIES, [ids]);
    const times = await this.database.long.rows<{ id: number; key: string; times: number }>(TIMES, [ids]);
    const byPosting = new Map<number, Stored[]>();
    for (const entry of entries) {
      const own = byPosting.get(entry.posting) ?? [];
      own.push(entry);
      byPosting.set(entry.posting, own);
    }
    return postings.map(({ id, cause, reference }) => {
      const own = byPosting.get(id) ?? [];
      const made = times.find((each) => each.id === id);
      const earns = own.find((each) => each.earns !== 0)?.earns ?? 0;
      const key = made?.key ?? '';
      return { id, key, cause, reference, entries: own.map(entryOf), earns, times: made?.times ?? 0 };
    });
  }

  private async told({ changes, short }: Decision, made: readonly number[]): Promise<Outcome> {
    const viewers = viewersOf(changes);
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
      total: sum(changes.flatMap(({ entries }) => entries.map(({ amount }) => amount))),
      viewers: viewers.length,
      short: lacking.map((each) => ({ ...each, name: names.get(each.viewer) ?? 'somebody' })),
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

function viewersOf(postings: readonly Pick<PostedChange, 'entries'>[]): string[] {
  const viewers = new Set<string>();
  for (const { entries } of postings)
    for (const { from, to } of entries)
      for (const account of [from, to]) {
        const viewer = viewerOfAccount(account);
        if (viewer !== undefined) viewers.add(viewer);
      }
  return [...viewers];
}

function sum(amounts: readonly number[]): number {
  return amounts.reduce((all, each) => all + each, 0);
}
