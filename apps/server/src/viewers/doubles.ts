import { Injectable } from '@nestjs/common';
import { Database, type ReadOptions } from '../database/index.js';
import { ViewerRow } from './rows.js';

/** Names that are shown, and that are looked at for it. */
const SHOWN = 50;
const LOOKED_AT = 500;

/** Viewers of one name who may be one person: known by an account from one place and by a name from another. */
@Injectable()
export class Doubles {
  constructor(private readonly database: Database) {}

  /** By name, those seen last first, and of one name who wrote most. Who was merged already or erased is not among them. */
  async find(options?: ReadOptions): Promise<ViewerRow[][]> {
    const rows = await this.database.long.find(
      this.database.read
        .createQueryBuilder(ViewerRow, 'viewer')
        // Which names are there twice, the index of names tells alone.
        .where(
          `viewer.name COLLATE NOCASE IN (
             SELECT name FROM viewers GROUP BY name COLLATE NOCASE HAVING count(*) > 1 LIMIT ${String(LOOKED_AT)}
           ) AND viewer.merged_into IS NULL AND viewer.account NOT LIKE 'erased:%'`,
        )
        .orderBy('viewer.messages', 'DESC'),
      options,
    );
    const groups = new Map<string, ViewerRow[]>();
    for (const row of rows) {
      const name = row.name.toLowerCase();
      groups.set(name, [...(groups.get(name) ?? []), row]);
    }
    const seen = (viewers: readonly ViewerRow[]): number =>
      Math.max(...viewers.map(({ lastSeen }) => lastSeen));
    return [...groups.values()]
      .filter((viewers) => viewers.length > 1)
      .sort((a, b) => seen(b) - seen(a))
      .slice(0, SHOWN);
  }
}
