import { Injectable } from '@nestjs/common';
import type { Redemption } from '@gully/core/rewards';
import { Database } from '../database/index.js';
import { redemptionFrom, SELECT_REDEMPTIONS, type StoredRedemption } from './redemption-rows.js';

/** All purchases, as they are on disk. */
@Injectable()
export class Purchases {
  constructor(private readonly database: Database) {}

  /** A purchase, however long ago. */
  async find(id: string): Promise<Redemption | undefined> {
    const [found] = await this.findAll([id]);
    return found;
  }

  async findAll(ids: readonly string[]): Promise<Redemption[]> {
    const rows = await this.database.read.query<StoredRedemption[]>(
      `${SELECT_REDEMPTIONS} WHERE r.id IN (SELECT value FROM json_each(?)) ORDER BY r.at, r.id`,
      [JSON.stringify(ids)],
    );
    return rows.map(redemptionFrom);
  }
}
