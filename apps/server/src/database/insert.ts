import type { EntityManager, EntityTarget, ObjectLiteral } from 'typeorm';

/** Rows in one statement; SQLite takes at most 32,766 bound values. */
const TOGETHER = 500;

/** Inserts many rows in few statements, within the caller's write. `passOverKnown`: rows whose key is there are left as they are. */
export async function insertMany<T extends ObjectLiteral>(
  manager: EntityManager,
  entity: EntityTarget<T>,
  rows: readonly T[],
  { passOverKnown = false } = {},
): Promise<void> {
  for (let at = 0; at < rows.length; at += TOGETHER) {
    const insert = manager
      .createQueryBuilder()
      .insert()
      .into(entity)
      .values(rows.slice(at, at + TOGETHER))
      .updateEntity(false);
    await (passOverKnown ? insert.orIgnore() : insert).execute();
  }
}
