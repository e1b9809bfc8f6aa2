import { Inject, Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { Database } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { verifyLedger, verifyRecent, type Fault, type Rows, type LedgerVerdict } from './verifying.js';

/** How long one step of it may take. */
const LIMIT_MS = 60_000;

export interface VerificationState {
  /** from 0 to 1 while it is under way; undefined while none is */
  readonly progress: number | undefined;
  /** what the last one found; undefined where none was asked for since the start */
  readonly last: (LedgerVerdict & { readonly at: number }) | undefined;
  /** it could not be done; empty when it could */
  readonly failed: string;
  /** what was found in the newest part when Gully started */
  readonly atStart: readonly Fault[];
}

/** Whether the ledger adds up: its newest part at each start, all of it when asked. */
@Injectable()
export class Verification implements OnApplicationBootstrap, OnModuleDestroy {
  private current: VerificationState = { progress: undefined, last: undefined, failed: '', atStart: [] };
  private running = new AbortController();

  constructor(
    private readonly database: Database,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onApplicationBootstrap(): void {
    // In a thread, so that a start does not wait for it.
    void this.verifyNewest();
  }

  onModuleDestroy(): void {
    this.cancel();
  }

  get state(): VerificationState {
    return this.current;
  }

  /** Begins adding up all of it, unless that is under way. */
  begin(): void {
    if (this.current.progress !== undefined) return;
    this.current = { ...this.current, progress: 0, failed: '' };
    void this.verify();
  }

  /** Ends what is under way, with no verdict. */
  cancel(): void {
    this.running.abort();
  }

  private async verifyNewest(): Promise<void> {
    try {
      const atStart = await verifyRecent(this.rows);
      this.current = { ...this.current, atStart };
      if (atStart.length > 0)
        this.log.error({ faults: atStart }, 'the newest part of the ledger does not add up');
    } catch (error) {
      // Ended meanwhile, or it took too long.
      this.log.warn({ error }, 'the newest part of the ledger could not be verified');
    }
  }

  private readonly rows: Rows = (sql, parameters, options) =>
    this.database.long.rows(sql, parameters, options);

  private async verify(): Promise<void> {
    this.running = new AbortController();
    const { signal } = this.running;
    const options = { limitMs: LIMIT_MS, signal };
    try {
      const verdict = await verifyLedger(
        this.rows,
        (progress) => {
          this.current = { ...this.current, progress };
        },
        options,
      );
      if (verdict.faults.length > 0) this.log.error({ faults: verdict.faults }, 'the ledger does not add up');
      this.current = { ...this.current, progress: undefined, last: { ...verdict, at: Date.now() } };
    } catch (error) {
      if (!signal.aborted) this.log.warn({ error }, 'the ledger could not be verified');
      const failed = signal.aborted ? '' : 'It could not be read to the end. Try again.';
      this.current = { ...this.current, progress: undefined, failed };
    }
  }
}
