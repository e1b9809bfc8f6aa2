import type { Database as SqliteFile } from 'better-sqlite3';
import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

/** Rows one after the other before other things have their turn, so that no insert holds the program up for long. */
const TOGETHER = 1_000;

/**
 * Inserts many rows, within the caller's write: one statement, made ready once and run for each
 * row. TypeORM takes several times as long for a row, and so does handing them over as JSON.
 *
 * @param known what becomes of rows whose key is there already; left out, they are an error
 */
export async function insertMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
  known?: 'passOver' | 'replace',
): Promise<void> {
  if (rows.length === 0) return;
  const { tableName, columns } = manager.dataSource.getMetadata(entity);
  const names = columns.map(({ databaseName }) => `"${databaseName}"`).join(', ');
  const or = known === undefined ? '' : known === 'replace' ? 'OR REPLACE ' : 'OR IGNORE ';
  const statement = fileOf(manager).prepare(
    `INSERT ${or}INTO "${tableName}" (${names}) VALUES (${columns.map(() => '?').join(', ')})`,
  );
  for (const [n, row] of rows.entries()) {
    if (n > 0 && n % TOGETHER === 0) await new Promise(setImmediate);
    statement.run(columns.map(({ propertyName }) => bindable(row[propertyName])));
  }
}

/** The connection itself, in whatever transaction it is. */
function fileOf({ dataSource }: EntityManager): SqliteFile {
  return (dataSource.driver as unknown as { databaseConnection: SqliteFile }).databaseConnection;
}

function bindable(value: unknown): unknown {
  return typeof value === 'boolean' ? Number(value) : (value ?? null);
}
