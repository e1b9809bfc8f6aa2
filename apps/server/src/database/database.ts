import type { OnApplicationShutdown } from '@nestjs/common';
import type { DataSource, EntityManager } from 'typeorm';

/**
 * The one door for writing. All of TypeORM's transactions share a single SQLite
 * connection, so two that overlap in time would run inside each other and the failure
 * of one would undo or commit the other's work. Here each runs to its end before the
 * next begins. Nothing slow may happen inside: no network, no waiting.
 */
export class Database implements OnApplicationShutdown {
  private last: Promise<unknown> = Promise.resolve();
  private readonly lastWrites: (() => Promise<void>)[] = [];

  constructor(private readonly source: DataSource) {}

  /** For reading. What is read while a write is under way may be of either side of it. */
  get read(): EntityManager {
    return this.source.manager;
  }

  /** Runs `work` in a transaction of its own; on disk when the promise resolves, undone when it rejects. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const mine = this.last.then(() => this.source.transaction(work));
    this.last = mine.catch(() => undefined);
    return mine;
  }

  /** Resolves when all writes asked for so far have ended. */
  async settled(): Promise<void> {
    await this.last;
  }

  /** Waits until what was gathered to be written together is on disk, whoever gathered it. */
  async flushed(): Promise<void> {
    await Promise.all(this.lastWrites.map((write) => write()));
  }

  /** Has something written as the last thing before closing, and whenever all shall be on disk. */
  beforeClosing(write: () => Promise<void>): void {
    this.lastWrites.push(write);
  }

  /** The last phase of shutting down: by now nothing is heard and nothing decided any more. */
  async onApplicationShutdown(): Promise<void> {
    await this.flushed();
    await this.settled();
    if (this.source.isInitialized) await this.source.destroy();
  }
}

export type { EntityManager };
