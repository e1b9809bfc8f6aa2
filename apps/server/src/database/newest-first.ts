import type { EntityManager, EntityTarget, SelectQueryBuilder } from 'typeorm';

/**
 * A page of what is kept by the time it happened, the newest first; for `Database.long`. The rows
 * are called `row` in what is added to it.
 *
 * @param before the last row of the page before; undefined for the newest
 */
export function newestFirst<T extends { id: string }>(
  manager: EntityManager,
  table: EntityTarget<T>,
  before: string | undefined,
  limit: number,
): SelectQueryBuilder<T> {
  const query = manager.createQueryBuilder(table, 'row').orderBy('row.id', 'DESC').limit(limit);
  return before === undefined ? query : query.andWhere('row.id < :before', { before });
}
