import type { Database, EntityManager } from './database.js';

/** How long something may wait to be written, and how much of one kind may wait. */
const FLUSH_MS = 250;
const FLUSH_COUNT = 500;

/** Some of what one batch gathered, on its way to the disk. */
interface Load {
  /** Writes it, within the caller's write. */
  store(manager: EntityManager): Promise<void>;
  stored(): void;
  /** It could not be written: it waits again, or is given up. */
  failed(error: unknown): void;
}

/**
 * Writes what batches gather, all of it in one transaction: each commit waits for the disk, and
 * chat with it. Where that fails each batch is tried by itself, so that one does not take the others with it.
 */
export class Gathering {
  private readonly batches: { take(): Load | undefined }[] = [];
  private timer: NodeJS.Timeout | undefined;
  private last: Promise<void> = Promise.resolve();

  constructor(private readonly write: Database['write']) {}

  add(batch: { take(): Load | undefined }): void {
    this.batches.push(batch);
  }

  /** Has what waits written within 250 ms, or at once. */
  soon(atOnce = false): void {
    if (atOnce) void this.flush();
    else this.timer ??= setTimeout(() => void this.flush(), FLUSH_MS);
  }

  /** Writes what waits. Resolves when that and what was on its way before is written or given up; never rejects. */
  flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const loads = this.batches.map((batch) => batch.take()).filter((load) => load !== undefined);
    if (loads.length > 0) this.last = this.last.then(() => this.store(loads));
    return this.last;
  }

  private async store(loads: readonly Load[]): Promise<void> {
    try {
      await this.write(async (manager) => {
        for (const load of loads) await load.store(manager);
      });
      for (const load of loads) load.stored();
    } catch (error) {
      const [only] = loads;
      if (loads.length === 1) only?.failed(error);
      else for (const load of loads) await this.store([load]);
    }
  }
}

/**
 * Gathers what is much and worth little (chat lines, presence) and has it written together:
 * every 250 ms, as soon as 500 have come, and before the database closes. What fails to be written is tried once more
 * with the next flush; after that it is given up and reported.
 */
export class Batch<T> {
  private waiting: T[] = [];
  private failedBefore = false;
  private readonly gathering: Gathering;

  constructor(
    database: Database,
    private readonly store: (manager: EntityManager, items: T[]) => Promise<void>,
    private readonly onGivenUp: (error: unknown, count: number) => void,
  ) {
    this.gathering = database.gathering;
    this.gathering.add(this);
  }

  add(item: T): void {
    this.waiting.push(item);
    this.gathering.soon(this.waiting.length >= FLUSH_COUNT);
  }

  /** Writes what waits, here and in the other batches. Resolves when it is written; never rejects. */
  flush(): Promise<void> {
    return this.gathering.flush();
  }

  /** What waits, to be written by the gathering. */
  take(): Load | undefined {
    if (this.waiting.length === 0) return undefined;
    const items = this.waiting;
    this.waiting = [];
    return {
      store: (manager) => this.store(manager, items),
      stored: () => {
        this.failedBefore = false;
      },
      failed: (error) => {
        if (this.failedBefore) {
          this.onGivenUp(error, items.length);
          return;
        }
        this.failedBefore = true;
        this.waiting = [...items, ...this.waiting];
        this.gathering.soon();
      },
    };
  }
}
