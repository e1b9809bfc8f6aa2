import type { Database as SqliteFile } from 'better-sqlite3';
import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

/** Rows before other things have their turn, so that no insert holds the program up for long. */
const TOGETHER = 1_000;
/** Rows in one statement where they go together; the cells of a statement are bounded. */
const IN_ONE = 500;

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
 * Inserts many rows, within the caller's write. The statement is made ready once and run for each
 * row: TypeORM takes several times as long for a row, and so does handing rows over as JSON.
 */
export async function insertMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
  { known, searched = false }: How = {},
): Promise<void> {
  const { tableName, columns } = manager.dataSource.getMetadata(entity);
  const names = columns.map(({ databaseName }) => `"${databaseName}"`).join(', ');
  const properties = columns.map(({ propertyName }) => propertyName);
  const or = known === undefined ? '' : known === 'replace' ? 'OR REPLACE ' : 'OR IGNORE ';
  const marks = `(${columns.map(() => '?').join(', ')})`;
  const insert = (count: number): string =>
    `INSERT ${or}INTO "${tableName}" (${names}) VALUES ${Array.from({ length: count }, () => marks).join(', ')}`;
  const inOne = searched ? IN_ONE : 1;
  for (let at = 0; at < rows.length; at += inOne) {
    await breathe(at);
    const end = Math.min(at + inOne, rows.length);
    const cells: unknown[] = [];
    for (let n = at; n < end; n++)
      for (const property of properties) cells.push(bindable(rows[n]?.[property]));
    // There are as many statements for several rows as there are numbers of them; those are not kept.
    if (searched)
      fileOf(manager)
        .prepare(insert(end - at))
        .run(cells);
    else readied(manager, insert(1))(...cells);
  }
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

/** Lets other things have their turn after every so many rows. @param at how many were written */
export async function breathe(at: number): Promise<void> {
  if (at > 0 && at % TOGETHER === 0) await new Promise(setImmediate);
}

/** The connection itself, in whatever transaction it is. */
function fileOf({ dataSource }: EntityManager): SqliteFile {
  return (dataSource.driver as unknown as { databaseConnection: SqliteFile }).databaseConnection;
}

function bindable(value: unknown): unknown {
  return typeof value === 'boolean' ? Number(value) : (value ?? null);
}
