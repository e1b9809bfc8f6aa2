import { open } from 'node:fs/promises';
import type { Database as SqliteFile } from 'better-sqlite3';
import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

/** Rows that go in one statement: it takes half the time of one for each, and more would gain nothing. */
const IN_ONE = 20;
/** The same for a table that is searched in full text; the cells of a statement are bounded. */
const SEARCHED_IN_ONE = 500;

interface How {
  /** what becomes of rows whose key is there already; left out, they are an error */
  readonly known?: 'passOver' | 'replace';
  /**
   * True for a table that is searched in full text: its index is written once for each statement,
   * so many rows go in one.
   */
  readonly searched?: boolean;
}

/**
 * Inserts many rows, within the caller's write, by statements that are made ready once:
 * TypeORM takes several times as long for a row, and so does handing rows over as JSON.
 */
export async function insertMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
  { known, searched = false }: How = {},
): Promise<void> {
  const { tableName, columns } = manager.dataSource.getMetadata(entity);
  const properties = columns.map(({ propertyName }) => propertyName);
  const or = known === undefined ? '' : known === 'replace' ? 'OR REPLACE ' : 'OR IGNORE ';
  const into = `${or}INTO "${tableName}" (${columns.map(({ databaseName }) => `"${databaseName}"`).join(', ')})`;
  const cellsOf = (row: T): unknown[] => properties.map((property) => bindable(row[property]));
  const pause = pauseIn(manager);
  if (!searched) {
    const inserting = new Inserting(manager, into, columns.length);
    for (const row of rows) {
      await pause();
      inserting.add(cellsOf(row));
    }
    inserting.end();
    return;
  }
  for (let at = 0; at < rows.length; at += SEARCHED_IN_ONE) {
    await pause();
    const some = rows.slice(at, at + SEARCHED_IN_ONE);
    // There are as many such statements as numbers of rows, so they are not kept.
    fileOf(manager)
      .prepare(insertInto(into, columns.length, some.length))
      .run(some.flatMap(cellsOf));
  }
}

/**
 * Saves many rows, within the caller's write: those whose key is there already take the new values.
 *
 * @param left properties that stay as they are where a row is there
 */
export async function saveMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
  left: readonly (keyof T & string)[] = [],
): Promise<void> {
  const { tableName, columns } = manager.dataSource.getMetadata(entity);
  const names = columns.map(({ databaseName }) => `"${databaseName}"`);
  const keys = columns.filter(({ isPrimary }) => isPrimary).map(({ databaseName }) => `"${databaseName}"`);
  const taken = columns
    .filter(({ isPrimary, propertyName }) => !isPrimary && !left.includes(propertyName))
    .map(({ databaseName }) => `"${databaseName}" = excluded."${databaseName}"`);
  const save = readied(
    manager,
    `INSERT INTO "${tableName}" (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})
     ON CONFLICT (${keys.join(', ')}) DO ${taken.length === 0 ? 'NOTHING' : `UPDATE SET ${taken.join(', ')}`}`,
  );
  const pause = pauseIn(manager);
  for (const row of rows) {
    save(...columns.map(({ propertyName }) => bindable(row[propertyName])));
    await pause();
  }
}

/** Inserts rows into one table as they come, within the caller's write; the last of them at its end. */
export class Inserting {
  private waiting: unknown[] = [];
  private readonly several: Run;
  private readonly one: Run;

  /** @param into `OR IGNORE INTO table (column, …)` */
  constructor(
    manager: EntityManager,
    into: string,
    private readonly columns: number,
  ) {
    this.several = readied(manager, insertInto(into, columns, IN_ONE));
    this.one = readied(manager, insertInto(into, columns, 1));
  }

  add(cells: readonly unknown[]): void {
    this.waiting.push(...cells);
    if (this.waiting.length < this.columns * IN_ONE) return;
    this.several(...this.waiting);
    this.waiting = [];
  }

  end(): void {
    for (let at = 0; at < this.waiting.length; at += this.columns)
      this.one(...this.waiting.slice(at, at + this.columns));
    this.waiting = [];
  }
}

function insertInto(into: string, columns: number, rows: number): string {
  const marks = `(${Array.from({ length: columns }, () => '?').join(', ')})`;
  return `INSERT ${into} VALUES ${Array.from({ length: rows }, () => marks).join(', ')}`;
}

/** Runs a statement that was made ready, for one row of cells. */
export type Run = (...cells: readonly unknown[]) => void;

const kept = new WeakMap<SqliteFile, Map<string, Run>>();

/**
 * Makes a statement ready that is run many times, within the caller's write, and keeps it for as
 * long as the connection. Other things have their turn in between where {@link breathe} is awaited.
 */
export function readied(manager: EntityManager, statement: string): Run {
  const file = fileOf(manager);
  const ofFile = kept.get(file) ?? new Map<string, Run>();
  kept.set(file, ofFile);
  const known = ofFile.get(statement);
  if (known !== undefined) return known;
  const ready = file.prepare(statement);
  const run: Run = (...cells) => {
    ready.run(...cells);
  };
  ofFile.set(statement, run);
  return run;
}

export function breathe(): Promise<void> {
  return new Promise(setImmediate);
}

/** Awaited between small pieces of long work; a promise only when the turn of other things is due. */
export type Pause = () => Promise<void> | undefined;

/** How long work that goes through much goes on before other things have their turn, in milliseconds. */
const TURN_MS = 10;

/** Lets other things have their turn during long work. */
export function breather(): Pause {
  let since = performance.now();
  return () => {
    if (performance.now() - since < TURN_MS) return undefined;
    return breathe().then(() => {
      since = performance.now();
    });
  };
}

const pauses = new WeakMap<EntityManager, Pause>();

/** Does `work` with `pause` awaited between the rows it writes; throwing there ends the write. */
export async function writeWithPause<T>(
  manager: EntityManager,
  pause: Pause,
  work: () => Promise<T>,
): Promise<T> {
  const file = fileOf(manager);
  const usual = file.pragma('cache_size', { simple: true }) as number;
  pauses.set(manager, pause);
  // What is written goes to the file while pieces are written, and not all of it with the commit.
  file.pragma(`cache_size = -${String(SPILLED_KB)}`);
  try {
    const result = await work();
    await synced(`${String(manager.dataSource.options.database)}-wal`);
    return result;
  } finally {
    // Writes that come later are given the same manager.
    pauses.delete(manager);
    file.pragma(`cache_size = ${String(usual)}`);
  }
}

/** Kilobytes of changed pages that are kept back in a broad write. */
const SPILLED_KB = 1_000;

/**
 * Waits in another thread until what was written so far is on disk. The commit waits for the disk in the
 * main thread, and has little left to wait for.
 */
async function synced(path: string): Promise<void> {
  try {
    const wal = await open(path, 'r+');
    try {
      await wal.datasync();
    } finally {
      await wal.close();
    }
  } catch {
    // The commit waits for the disk itself, and says what is wrong with it.
  }
}

/** What to await between rows that are written within a write. */
export function pauseIn(manager: EntityManager): Pause {
  return pauses.get(manager) ?? breather();
}

/** The connection itself, in whatever transaction it is. */
function fileOf({ dataSource }: EntityManager): SqliteFile {
  return (dataSource.driver as unknown as { databaseConnection: SqliteFile }).databaseConnection;
}

function bindable(value: unknown): unknown {
  return typeof value === 'boolean' ? Number(value) : (value ?? null);
}
