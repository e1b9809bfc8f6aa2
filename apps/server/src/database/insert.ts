import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

/** Rows in one statement; SQLite takes at most 32,766 bound values. */
const TOGETHER = 500;

/** Inserts many rows in few statements, within the caller's write. */
export async function insertMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
): Promise<void> {
  for (let at = 0; at < rows.length; at += TOGETHER)
    await manager
      .createQueryBuilder()
      .insert()
      .into(entity)
      .values(rows.slice(at, at + TOGETHER))
      .updateEntity(false)
      .execute();
}
