import type { Database, EntityManager } from './database.js';

/** How long something may wait to be written, and how much may wait. */
const FLUSH_MS = 250;
const FLUSH_COUNT = 500;

/**
 * Gathers what is much and worth little (chat lines, presence) and writes it together:
 * every 250 ms, as soon as 500 have come, and before the database closes. What fails to be written is tried once more
 * with the next flush; after that it is given up and reported.
 */
export class Batch<T> {
  private waiting: T[] = [];
  private timer: NodeJS.Timeout | undefined;
  private failedBefore = false;

  constructor(
    private readonly database: Database,
    private readonly store: (manager: EntityManager, items: T[]) => Promise<void>,
    private readonly onGivenUp: (error: unknown, count: number) => void,
  ) {
    database.beforeClosing(() => this.flush());
  }

  add(item: T): void {
    this.waiting.push(item);
    if (this.waiting.length >= FLUSH_COUNT) void this.flush();
    else this.timer ??= setTimeout(() => void this.flush(), FLUSH_MS);
  }

  /** Writes what waits. Resolves when it is on disk; never rejects. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.waiting.length === 0) return;
    const items = this.waiting;
    this.waiting = [];
    try {
      await this.database.write((manager) => this.store(manager, items));
      this.failedBefore = false;
    } catch (error) {
      if (this.failedBefore) {
        this.onGivenUp(error, items.length);
        return;
      }
      this.failedBefore = true;
      this.waiting = [...items, ...this.waiting];
      this.timer ??= setTimeout(() => void this.flush(), FLUSH_MS);
    }
  }
}
