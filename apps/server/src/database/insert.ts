import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

/** Rows in one statement, so that no single one holds the program up for long. */
const TOGETHER = 1_000;

/**
 * Inserts many rows in few statements, within the caller's write. The rows go as one JSON
 * text each time: a bound value for every cell costs the program more than the database.
 *
 * @param known what becomes of rows whose key is there already; left out, they are an error
 */
export async function insertMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
  known?: 'passOver' | 'replace',
): Promise<void> {
  const { tableName, columns } = manager.dataSource.getMetadata(entity);
  const names = columns.map(({ databaseName }) => `"${databaseName}"`).join(', ');
  const cells = columns.map((_, n) => `value ->> ${String(n)}`).join(', ');
  const or = known === undefined ? '' : known === 'replace' ? 'OR REPLACE ' : 'OR IGNORE ';
  const statement = `INSERT ${or}INTO "${tableName}" (${names}) SELECT ${cells} FROM json_each(?)`;
  for (let at = 0; at < rows.length; at += TOGETHER) {
    const some = rows
      .slice(at, at + TOGETHER)
      .map((row) => columns.map(({ propertyName }) => (row[propertyName] as unknown) ?? null));
    await manager.query(statement, [JSON.stringify(some)]);
  }
}
