import { Injectable } from '@nestjs/common';
import type { Redemption, RedemptionState } from '@gully/core/rewards';
import { Database, Where, type ReadOptions } from '../database/index.js';
import { AnswerVault } from './answer-vault.js';
import { redemptionFrom, sealedFor, SELECT_REDEMPTIONS, type StoredRedemption } from './redemption-rows.js';

export interface WantedRedemptions {
  /** a reward’s id */
  readonly reward?: string | undefined;
  /** a viewer’s id */
  readonly viewer?: string | undefined;
  /** `open` for those something is still to come of */
  readonly state?: RedemptionState | 'open' | undefined;
  /** bought before, by a purchase’s id */
  readonly before?: string | undefined;
}

/** What was bought, page by page. */
@Injectable()
export class RedemptionHistory {
  constructor(
    private readonly database: Database,
    private readonly vault: AnswerVault,
  ) {}

  /** Newest first. */
  async page(wanted: WantedRedemptions, limit: number, options?: ReadOptions): Promise<Redemption[]> {
    const { reward, viewer, state, before } = wanted;
    const where = new Where()
      .and('r.reward_id = ?', reward)
      .andOf('r.viewer_id', viewer)
      .and('(r.at, r.id) < (SELECT at, id FROM redemptions WHERE id = ?)', before);
    if (state === 'open') where.and(`r.state IN ('bought', 'asked', 'waiting')`);
    else where.and('r.state = ?', state);
    const rows = await this.database.long.rows<StoredRedemption>(
      `${SELECT_REDEMPTIONS} WHERE ${where.sql} ORDER BY r.at DESC, r.id DESC LIMIT ?`,
      [...where.values, limit],
      options,
    );
    return rows.map(redemptionFrom);
  }

  /** What buyers answered in private, by purchase and name; undefined for what cannot be read any more. */
  async answersOf(
    ids: readonly string[],
  ): Promise<ReadonlyMap<string, ReadonlyMap<string, string | undefined>>> {
    const rows = await this.database.read.query<{ id: string; name: string; sealed: Buffer }[]>(
      `SELECT redemption_id AS id, name, sealed FROM redemption_answers
       WHERE redemption_id IN (SELECT value FROM json_each(?))`,
      [JSON.stringify(ids)],
    );
    const found = new Map<string, Map<string, string | undefined>>();
    for (const { id, name, sealed } of rows) {
      const own = found.get(id) ?? new Map<string, string | undefined>();
      found.set(id, own.set(name, this.vault.open(sealed, sealedFor(id, name))));
    }
    return found;
  }
}
