import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  holdingsAfter,
  NOTHING_HELD,
  viewerAccount,
  viewerOfAccount,
  type Account,
  type Holding,
  type PostedChange,
} from '@gully/core/currency';
import { breather, Database, type Pause } from '../database/index.js';
import { Keepers } from '../live/index.js';
import { NewsService } from '../news/index.js';
import { ViewerParts } from '../viewers/index.js';
import { Soon } from '../signals/index.js';
import { joinAccounts, partAccounts } from './merging.js';
import { accountOf, writePostings, type AccountIds } from './writing.js';

/** Viewers' accounts kept in memory between jobs; the rest are looked up. */
const KEPT = 20_000;
/** Milliseconds for which an account that was asked for stays, whatever comes: no job takes as long. */
const STAYS_MS = 600_000;
/** Accounts that are looked up in one go. */
const TOGETHER = 1_000;
/** How often pages are told that something was posted. */
const TELL_MS = 500;

interface Held {
  readonly kind: string;
  readonly name: string;
  readonly balance: number;
  readonly earned: number;
  readonly carry: number;
  readonly gaveAt: number | null;
  readonly followPaid: number;
}

/**
 * What accounts have, in memory as on disk. Those of the house and of escrow are always there; a
 * viewer's is looked up before a job is decided that may ask for it.
 */
@Injectable()
export class LedgerStore implements OnModuleInit {
  private readonly held = new Map<Account, Holding>();
  /** when viewers' accounts were last asked for, the longest ago first */
  private readonly askedAt = new Map<Account, number>();
  /** let go of whenever memory is read again, as after a write that failed */
  private readonly ids: AccountIds = new Map();
  private readonly told = new Soon(TELL_MS, () => {
    this.news.publish('ledger', { at: Date.now() });
  });

  constructor(
    private readonly database: Database,
    private readonly news: NewsService,
    keepers: Keepers,
    viewers: ViewerParts,
  ) {
    viewers.add({ join: joinAccounts, part: partAccounts });
    keepers.add({
      kinds: ['posted'],
      ofViewers: true,
      apply: (change) => {
        this.apply(change);
      },
      write: (manager, changes) => writePostings(manager, changes, this.ids),
      written: () => {
        this.told.ask();
      },
      reload: () => this.reload(),
      reread: () => this.reread(),
    });
  }

  onModuleInit(): Promise<void> {
    return this.reload();
  }

  /** What an account has; undefined for a viewer's that was not looked up. */
  of(account: Account): Holding | undefined {
    const known = this.held.get(account);
    // An escrow that was never written has nothing; all that have something are here.
    return known ?? (viewerOfAccount(account) === undefined ? NOTHING_HELD : undefined);
  }

  /** Looks up what these viewers have, so that decisions may ask for it. */
  async load(viewers: readonly string[]): Promise<void> {
    const asked = [...new Set(viewers)].filter((id) => id !== '');
    for (const id of asked) this.touch(viewerAccount(id));
    const unknown = asked.filter((id) => !this.held.has(viewerAccount(id)));
    if (unknown.length === 0) return;
    this.forget();
    const pause = breather();
    for (let at = 0; at < unknown.length; at += TOGETHER) {
      const some = unknown.slice(at, at + TOGETHER);
      const rows = await this.database.read.query<Held[]>(
        `${SELECT} WHERE kind = 'viewer' AND name IN (SELECT value FROM json_each(?))`,
        [JSON.stringify(some)],
      );
      const found = new Map(rows.map((row) => [row.name, holdingOf(row)]));
      for (const id of some) {
        const account = viewerAccount(id);
        // Someone else may have looked it up meanwhile, and a job have changed it since.
        if (!this.held.has(account)) this.held.set(account, found.get(id) ?? NOTHING_HELD);
      }
      await pause();
    }
  }

  private apply(change: PostedChange): void {
    for (const [account, holding] of holdingsAfter(change, (each) => this.of(each))) {
      // A balance that was not looked up is not guessed; whoever asks for it next reads it.
      if (this.of(account) !== undefined) this.held.set(account, holding);
    }
  }

  private touch(account: Account): void {
    this.askedAt.delete(account);
    this.askedAt.set(account, Date.now());
  }

  /** Lets go of accounts nobody has asked for in a while, where there are too many. */
  private forget(): void {
    const before = Date.now() - STAYS_MS;
    for (const [account, at] of this.askedAt) {
      if (this.askedAt.size <= KEPT || at > before) return;
      this.askedAt.delete(account);
      this.held.delete(account);
      this.ids.delete(account);
    }
  }

  /** What these have on disk, by viewer; for what concerns so many that they are not kept in memory. */
  async balancesOf(viewers: readonly string[], pause: Pause = breather()): Promise<Map<string, number>> {
    const found = new Map<string, number>();
    for (let at = 0; at < viewers.length; at += TOGETHER) {
      const rows = await this.database.read.query<{ name: string; balance: number }[]>(
        `SELECT name, balance FROM accounts WHERE kind = 'viewer' AND name IN (SELECT value FROM json_each(?))`,
        [JSON.stringify(viewers.slice(at, at + TOGETHER))],
      );
      for (const { name, balance } of rows) found.set(name, balance);
      await pause();
    }
    return found;
  }

  /** Those of the house and of escrow are read; a viewer's is when it is asked for next. */
  private async reread(): Promise<void> {
    const rows = await this.database.read.query<Held[]>(
      `${SELECT} WHERE kind = 'house' OR (kind = 'escrow' AND balance > 0)`,
    );
    this.held.clear();
    this.ids.clear();
    this.askedAt.clear();
    for (const row of rows) this.held.set(accountOf(row.kind, row.name), holdingOf(row));
  }

  private async reload(): Promise<void> {
    const known = [...this.held.keys()].flatMap((account) => viewerOfAccount(account) ?? []);
    await this.reread();
    await this.load(known);
  }
}

const SELECT = `SELECT kind, name, balance, earned, carry, gave_at AS gaveAt, follow_paid AS followPaid FROM accounts`;

function holdingOf({ balance, earned, carry, gaveAt, followPaid }: Held): Holding {
  return { balance, earned, carry, gaveAt: gaveAt ?? undefined, followPaid: followPaid === 1 };
}
