import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { viewerAccount, viewerOfAccount, type PostedChange } from '@gully/core/currency';
import { Database } from '../database/index.js';
import { LedgerStore } from '../ledger/index.js';
import { Keepers } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { ViewersService } from '../viewers/index.js';
import { Soon } from '../signals/index.js';

/** How soon they are read again after currency moved, in milliseconds. */
const SOON_MS = 500;
/** Between two reads, so many times what one takes: with a million viewers it takes long. */
const RESTS = 10;
/** Viewers who are told by name, and some who may come after them. */
const TOP = 20;
const SPARE = 80;

interface Held {
  readonly id: string;
  readonly name: string;
  readonly balance: number;
}

/** What a viewer had when places were read, and has now. */
interface Moved {
  readonly before: number;
  readonly now: number;
}

/**
 * The places viewers take by what they have. They are read in a thread once currency has moved; what
 * moved since the last reading is laid over it, so that no text waits and none is told something old.
 */
@Injectable()
export class Places implements OnApplicationBootstrap, OnModuleDestroy {
  private levels: Levels = NO_LEVELS;
  private first: readonly Held[] = [];
  private moved = new Map<string, Moved>();
  /** while they are read: what has moved since that began */
  private collecting: Map<string, Moved> | undefined;
  private readonly due = new Soon(
    () => Math.max(SOON_MS, this.tookMs * RESTS),
    () => void this.read(),
  );
  private reading: Promise<void> | undefined;
  private tookMs = 0;

  constructor(
    private readonly database: Database,
    private readonly ledger: LedgerStore,
    private readonly viewers: ViewersService,
    private readonly keepers: Keepers,
    @Inject(LOG) private readonly log: Log,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    this.keepers.follow('posted', (changes) => {
      this.follow(changes);
    });
    // Viewers who were merged, erased or set to be ignored take no place.
    this.viewers.subscribe(() => {
      this.due.ask();
      return Promise.resolve();
    });
    await this.read();
  }

  onModuleDestroy(): void {
    this.due.stop();
  }

  /** The place a balance takes, from 1; those with as much share it. */
  of(balance: number): number {
    let above = countAbove(this.levels, balance);
    for (const { before, now } of this.moved.values())
      above += Number(now > balance) - Number(before > balance);
    return above + 1;
  }

  /** The same, with how many viewers have any. */
  now(balance: number): { readonly place: number; readonly of: number } {
    let of = this.levels.counts.at(-1) ?? 0;
    for (const { before, now } of this.moved.values()) of += Number(now > 0) - Number(before > 0);
    return { place: this.of(balance), of };
  }

  top(): readonly Omit<Held, 'id'>[] {
    const kept = this.first.filter(({ id }) => !this.moved.has(id));
    const moved = [...this.moved].flatMap(([id, { now }]): Held[] => {
      const name = this.viewers.known(id)?.name;
      return name === undefined || now <= 0 ? [] : [{ id, name, balance: now }];
    });
    return [...kept, ...moved].sort((a, b) => b.balance - a.balance || compare(a.name, b.name)).slice(0, TOP);
  }

  /** Reads them again. Never rejects. */
  read(): Promise<void> {
    this.due.forget();
    this.reading ??= this.readOnce().finally(() => {
      this.reading = undefined;
    });
    return this.reading;
  }

  private async readOnce(): Promise<void> {
    const begun = performance.now();
    const before = this.moved;
    // What moves from here on may or may not be in what is read, and is read once more.
    const since = new Map<string, Moved>();
    this.moved = new Map(before);
    this.collecting = since;
    try {
      const rows = await this.database.long.rows<{ balance: number; viewers: number }>(LEVELS);
      this.first = await this.database.long.rows<Held>(FIRST, [TOP + SPARE]);
      this.levels = levelsOf(rows);
      this.moved = since;
    } catch (error) {
      this.log.warn({ error }, 'the places of viewers could not be read');
    } finally {
      this.collecting = undefined;
      this.tookMs = performance.now() - begun;
    }
  }

  private follow(changes: readonly PostedChange[]): void {
    const sums = new Map<string, number>();
    for (const { entries } of changes)
      for (const { from, to, amount } of entries)
        for (const [account, by] of [
          [from, -amount],
          [to, amount],
        ] as const) {
          const viewer = viewerOfAccount(account);
          if (viewer !== undefined) sums.set(viewer, (sums.get(viewer) ?? 0) + by);
        }
    // So many are read again rather than laid over one by one.
    if (sums.size <= LAID_OVER) for (const [viewer, by] of sums) this.lay(viewer, by);
    this.due.ask();
  }

  private lay(viewer: string, by: number): void {
    const now = this.ledger.of(viewerAccount(viewer))?.balance;
    const row = this.viewers.known(viewer);
    if (now === undefined || row?.bot === true || row?.ignored === true || row?.role === 'streamer') return;
    for (const moved of [this.moved, this.collecting])
      moved?.set(viewer, { before: moved.get(viewer)?.before ?? now - by, now });
  }
}

/** Viewers whose movements of one moment are laid over what was read. */
const LAID_OVER = 500;

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** The balances there are, each once, from the highest, and how many viewers have that or more. */
interface Levels {
  readonly balances: readonly number[];
  readonly counts: readonly number[];
}
const NO_LEVELS: Levels = { balances: [], counts: [] };

function levelsOf(rows: readonly { readonly balance: number; readonly viewers: number }[]): Levels {
  let count = 0;
  const counts = rows.map(({ viewers }) => (count += viewers));
  return { balances: rows.map(({ balance }) => balance), counts };
}

/** How many viewers are above a balance. */
function countAbove({ balances, counts }: Levels, balance: number): number {
  let [low, high] = [0, balances.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((balances[middle] ?? 0) > balance) low = middle + 1;
    else high = middle;
  }
  return counts[low - 1] ?? 0;
}

/** Without bots and the ignored, and without accounts that are another viewer's. */
const RANKED = `FROM accounts a JOIN viewers v ON v.id = a.name
  WHERE a.kind = 'viewer' AND a.balance > 0 AND v.bot = 0 AND v.ignored = 0 AND v.merged_into IS NULL
    AND v.role != 'streamer'`;
const LEVELS = `SELECT a.balance, count(*) AS viewers ${RANKED} GROUP BY a.balance ORDER BY a.balance DESC`;
const FIRST = `SELECT v.id, v.name, a.balance ${RANKED} ORDER BY a.balance DESC, v.name LIMIT ?`;
