import { Inject, Injectable } from '@nestjs/common';
import { Database } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';

/** Milliseconds for which what was read counts as new enough. */
const FRESH_MS = 5_000;
/** Viewers who are told by name. */
const TOP = 20;

interface Held {
  readonly name: string;
  readonly balance: number;
}

/**
 * The places viewers take by what they have, as of a few seconds ago: read in a thread when a text
 * asks for them, so that no text waits for it. The first to ask is told nothing yet.
 */
@Injectable()
export class Places {
  /** from the highest */
  private balances: readonly number[] | undefined;
  private first: readonly Held[] = [];
  private readAt = 0;
  private reading = false;

  constructor(
    private readonly database: Database,
    @Inject(LOG) private readonly log: Log,
  ) {}

  /** The place a balance takes, from 1; those with as much share it. Undefined while none was read. */
  of(balance: number): number | undefined {
    this.refresh();
    const { balances } = this;
    if (balances === undefined) return undefined;
    let [low, high] = [0, balances.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((balances[middle] ?? 0) > balance) low = middle + 1;
      else high = middle;
    }
    return low + 1;
  }

  /** The same, read first where that was not done a moment ago, with how many viewers have any. */
  async now(balance: number): Promise<{ readonly place: number; readonly of: number }> {
    if (Date.now() - this.readAt > FRESH_MS) await this.read();
    return { place: this.of(balance) ?? 1, of: this.balances?.length ?? 0 };
  }

  top(): readonly Held[] {
    this.refresh();
    return this.first;
  }

  /** Reads them again, unless that was a moment ago. Never rejects. */
  async read(): Promise<void> {
    this.reading = true;
    try {
      const rows = await this.database.long.rows<Held>(RANKED);
      this.balances = rows.map(({ balance }) => balance);
      this.first = rows.slice(0, TOP);
      this.readAt = Date.now();
    } catch (error) {
      this.log.warn({ error }, 'the places of viewers could not be read');
    } finally {
      this.reading = false;
    }
  }

  private refresh(): void {
    const age = Date.now() - this.readAt;
    if (!this.reading && (age > FRESH_MS || age < 0)) void this.read();
  }
}

/** Without bots and the ignored, and without accounts that are another viewer's. */
const RANKED = `SELECT v.name, a.balance FROM accounts a JOIN viewers v ON v.id = a.name
  WHERE a.kind = 'viewer' AND a.balance > 0 AND v.bot = 0 AND v.ignored = 0 AND v.merged_into IS NULL
    AND v.role != 'streamer'
  ORDER BY a.balance DESC, v.name`;
