import type { ObjectLiteral, SelectQueryBuilder } from 'typeorm';
import { NOBODY_WAITS, ReadGivenUp, ReadingThread, type Read } from './reading-thread.js';

/** Threads at most; the second is for what comes while a slow read is under way. */
const THREADS = 2;
/** How long a read may take when nothing is said of it. */
const LIMIT_MS = 10_000;
/** Reads that may wait for a thread; more come only when someone means ill. */
const WAITING = 1_000;

export interface ReadOptions {
  /** aborted when nobody waits for the rows any more */
  readonly signal?: AbortSignal | undefined;
  readonly limitMs?: number;
}

/**
 * Reads that may grow large, each a single SELECT, in threads that have a read-only connection
 * of their own: chat goes on meanwhile. A read sees what was on disk when it began. One over
 * its limit is given up with its thread, and so is one whose client has gone; the thread
 * counts until it has ended, so there are never more than two.
 */
export class LongReads {
  private readonly threads = new Set<ReadingThread>();
  private readonly waiting: Read[] = [];
  private closed = false;

  /** @param path of the database, which another connection keeps open */
  constructor(private readonly path: string) {}

  /**
   * Rows of a SELECT with `?` for its parameters.
   * @throws ReadGivenUp over the limit, when aborted, when too much waits, or when Gully is ending;
   *   and what SQLite says of the statement
   */
  rows<T extends object>(
    sql: string,
    parameters: readonly unknown[] = [],
    { signal, limitMs = LIMIT_MS }: ReadOptions = {},
  ): Promise<T[]> {
    return new Promise<readonly object[]>((resolve, reject) => {
      if (this.closed) throw new ReadGivenUp('Gully is ending');
      if (this.waiting.length >= WAITING) throw new ReadGivenUp('too much is being looked up already');
      this.waiting.push({ sql, parameters, limitMs, signal, resolve, reject });
      this.next();
    }) as Promise<T[]>;
  }

  /** Entities that a query of TypeORM selects, of one table without relations. */
  async find<T extends ObjectLiteral>(query: SelectQueryBuilder<T>, options?: ReadOptions): Promise<T[]> {
    const [sql, parameters] = query.getQueryAndParameters();
    const { mainAlias } = query.expressionMap;
    if (mainAlias === undefined) throw new Error('a long read selects from a table');
    const { metadata, name } = mainAlias;
    const { driver } = query.dataSource;
    const rows = await this.rows<Record<string, unknown>>(sql, parameters, options);
    return rows.map((row) => {
      const entity = metadata.create() as T;
      for (const column of metadata.columns) {
        const value: unknown = row[`${name}_${column.databaseName}`];
        column.setEntityValue(entity, driver.prepareHydratedValue(value, column));
      }
      return entity;
    });
  }

  /** Gives up what is under way, and takes nothing more. */
  async close(): Promise<void> {
    this.closed = true;
    for (const read of this.waiting.splice(0)) read.reject(new ReadGivenUp('Gully is ending'));
    await Promise.all([...this.threads].map((thread) => thread.end('Gully is ending')));
  }

  /** Gives the read that has waited longest to a thread that is free. */
  private next(): void {
    for (let [read] = this.waiting; read?.signal?.aborted === true; [read] = this.waiting) {
      this.waiting.shift();
      read.reject(new ReadGivenUp(NOBODY_WAITS));
    }
    if (this.waiting.length === 0) return;
    const free = [...this.threads].find((thread) => thread.free);
    const thread = free ?? (this.threads.size < THREADS ? this.begin() : undefined);
    const read = thread === undefined ? undefined : this.waiting.shift();
    if (read !== undefined) thread?.give(read);
  }

  private begin(): ReadingThread {
    const thread = new ReadingThread(this.path, (changed, ended) => {
      if (ended) this.threads.delete(changed);
      this.next();
    });
    this.threads.add(thread);
    return thread;
  }
}
