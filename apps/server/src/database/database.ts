import { statSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import type { OnApplicationShutdown } from '@nestjs/common';
import type { Database as SqliteFile } from 'better-sqlite3';
import type { DataSource, EntityManager } from 'typeorm';
import { Gathering } from './batch.js';
import { LongReads } from './long-reads.js';
import { LOOKED_THROUGH } from './open.js';

/** How long looking through a large file may take, in milliseconds. */
const LOOK_MS = 30 * 60_000;

/** How the database is, for whoever watches over the server. */
export interface DatabaseHealth {
  /** true while the last write failed */
  readonly failing: boolean;
  /** since when, in UTC milliseconds */
  readonly since: number | undefined;
  /** what SQLite says of it: `SQLITE_FULL` */
  readonly code: string;
  /** what was found to be wrong with the file itself, as SQLite says it; empty when nothing was */
  readonly damage: string;
}

/**
 * The one door for writing. All of TypeORM's transactions share a single SQLite
 * connection, so two that overlap in time would run inside each other and the failure
 * of one would undo or commit the other's work. Here each runs to its end before the
 * next begins. Nothing slow may happen inside: no network, no waiting.
 *
 * A write has succeeded only when the connection is outside of any transaction again. One
 * that fails, also at its commit, leaves no transaction behind: it is rolled back, and a
 * connection on which that fails too is opened again.
 */
export class Database implements OnApplicationShutdown {
  private last: Promise<unknown> = Promise.resolve();
  private readonly lastWrites: (() => Promise<void>)[] = [];
  /** what is wrong with the file; empty when nothing was found */
  private damage = '';
  private failing: { readonly since: number; readonly code: string } | undefined;

  /** For what may grow large: search, history, exports, checks. */
  readonly long: LongReads;

  /**
   * For what is much and worth little, and nobody was promised: the end of the program does not take
   * it, but the disk is not waited for, so a power cut may take what came after the last other write.
   */
  readonly gathering = new Gathering((work) => this.write(work, 'unwaited'));

  constructor(private readonly source: DataSource) {
    this.long = new LongReads(String(source.options.database));
  }

  /** Where the file is, for threads that read it by themselves. */
  get path(): string {
    return String(this.source.options.database);
  }

  /** For reading little. What is read while a write is under way may be of either side of it. */
  get read(): EntityManager {
    return this.source.manager;
  }

  get health(): DatabaseHealth {
    return {
      failing: this.failing !== undefined,
      since: this.failing?.since,
      code: this.failing?.code ?? '',
      damage: this.damage,
    };
  }

  /** Looks through a file that was too large for it at the start. Resolves with what is wrong, and keeps it for `health`. */
  async lookThrough(): Promise<string> {
    if (statSync(String(this.source.options.database)).size <= LOOKED_THROUGH) return '';
    const [found] = await this.long.rows<{ verdict: string }>(
      'SELECT quick_check AS verdict FROM pragma_quick_check LIMIT 1',
      [],
      { limitMs: LOOK_MS },
    );
    if (found !== undefined && found.verdict !== 'ok') this.damage = found.verdict.replace(/\s+/gu, ' ');
    return this.damage;
  }

  /** Runs `work` in a transaction of its own; on disk when the promise resolves, undone when it rejects. */
  write<T>(work: (manager: EntityManager) => Promise<T>, disk: 'waited' | 'unwaited' = 'waited'): Promise<T> {
    return this.inTurn(() => this.transact(work, disk));
  }

  /**
   * Reads with no write under way, so that all of it is of one moment. Nothing is committed, so
   * it works on a disk that takes nothing.
   */
  readBetween<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(async () => {
      if (!this.source.isInitialized || this.file.inTransaction) await this.repair();
      return work(this.source.manager);
    });
  }

  /**
   * Copies the database as it is into a file of its own, by SQLite's online backup: chat goes on
   * meanwhile, and what it writes is in the copy as far as it came before the last page.
   *
   * @param path where the copy stands once it is whole; one that is there is replaced
   */
  async snapshot(path: string): Promise<void> {
    await this.flushed();
    await this.settled();
    await this.file.backup(`${path}.new`);
    await rename(`${path}.new`, path);
  }

  /** Resolves when all writes asked for so far have ended. */
  async settled(): Promise<void> {
    await this.last;
  }

  /** Waits until what was gathered to be written together is on disk, whoever gathered it. */
  async flushed(): Promise<void> {
    await Promise.all(this.lastWrites.map((write) => write()));
    await this.gathering.flush();
  }

  /** Has something written as the last thing before closing, and whenever everything has to be on disk. */
  beforeClosing(write: () => Promise<void>): void {
    this.lastWrites.push(write);
  }

  /** The last phase of shutting down: by now nothing is heard and nothing decided any more. */
  async onApplicationShutdown(): Promise<void> {
    await this.long.close();
    await this.flushed();
    await this.settled();
    if (this.source.isInitialized) await this.source.destroy();
  }

  /** One after the other, also when one fails. */
  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work);
    this.last = mine.catch(() => undefined);
    return mine;
  }

  private async transact<T>(
    work: (manager: EntityManager) => Promise<T>,
    disk: 'waited' | 'unwaited',
  ): Promise<T> {
    // A connection that could not be brought back after an earlier failure.
    if (!this.source.isInitialized || this.file.inTransaction) await this.repair();
    try {
      // Said for each anew, so that nothing is left of one that ended badly.
      this.file.pragma(`synchronous = ${disk === 'waited' ? 'FULL' : 'NORMAL'}`);
      const result = await this.source.transaction(work);
      if (this.file.inTransaction) throw new Error('the transaction is still open after its commit');
      this.failing = undefined;
      return result;
    } catch (error) {
      const code = codeOf(error);
      if (code.startsWith('SQLITE_')) this.failing ??= { since: Date.now(), code };
      await this.repair();
      throw error;
    }
  }

  /** Brings the connection out of any transaction, opening it again where it cannot be rolled back. */
  private async repair(): Promise<void> {
    if (this.source.isInitialized) {
      try {
        if (this.file.inTransaction) this.file.exec('ROLLBACK');
        // TypeORM counts how deep it is in transactions; after a commit that failed it is wrong.
        this.driver.queryRunner = undefined;
        return;
      } catch {
        await this.source.destroy().catch(() => undefined);
      }
    }
    await this.source.initialize();
  }

  private get driver(): { databaseConnection: SqliteFile; queryRunner: unknown } {
    return this.source.driver as unknown as { databaseConnection: SqliteFile; queryRunner: unknown };
  }

  private get file(): SqliteFile {
    return this.driver.databaseConnection;
  }
}

/** What SQLite calls an error, wherever TypeORM has put it; empty for any other. */
function codeOf(error: unknown): string {
  const { code, driverError } = error as { code?: unknown; driverError?: { code?: unknown } };
  const found = code ?? driverError?.code;
  return typeof found === 'string' ? found : '';
}

/** Whether an error says that the disk takes nothing, so that trying the next thing is of no use. */
export function isDiskFault(error: unknown): boolean {
  return /^SQLITE_(?:FULL|IOERR|READONLY|CANTOPEN)/u.test(codeOf(error));
}

export type { EntityManager };
