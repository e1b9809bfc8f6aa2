import { Injectable } from '@nestjs/common';
import { nextRank, holderStandingOf, type Cause, type Rank, type RankedBy } from '@gully/core/currency';
import { Database, type ReadOptions } from '../database/index.js';
import { HOUSES, LedgerStore } from '../ledger/index.js';
import { ChannelWorld } from '../live/index.js';
import { factsOf, ViewerRow } from '../viewers/index.js';
import { Places } from './places.js';

export interface BalanceOf {
  readonly name: string;
  readonly balance: number;
  readonly earned: number;
  readonly regular: boolean;
  readonly rank: Rank | undefined;
  /** what comes next, and what is missing for it in hours or units */
  readonly next: { readonly rank: Rank; readonly missing: number } | undefined;
  /** what ranks go by */
  readonly by: RankedBy;
  /** by balance, from 1; viewers with as much share it */
  readonly place: number;
  readonly of: number;
  /** what came and went, by cause; below zero for what went */
  readonly causes: readonly { readonly cause: Cause; readonly amount: number }[];
}

/** What one viewer has, and where it came from. */
@Injectable()
export class BalancesOfViewers {
  constructor(
    private readonly database: Database,
    private readonly ledger: LedgerStore,
    private readonly places: Places,
    private readonly world: ChannelWorld,
  ) {}

  /** @returns undefined for someone never seen, or in a channel without a currency */
  async of(id: string, options?: ReadOptions): Promise<BalanceOf | undefined> {
    const row = await this.database.read.findOneBy(ViewerRow, { id });
    if (row === null) return undefined;
    await this.ledger.load([id]);
    const { purse } = this.world.now();
    const viewer = factsOf(row);
    const standing = holderStandingOf(purse, viewer);
    if (standing === undefined) return undefined;
    const { balance, earned, regular, ranks } = standing;
    const climber = { roles: viewer.roles, watchTime: viewer.watchTime, balance, earned };
    const { place, of } = this.places.now(balance);
    return {
      name: viewer.name,
      balance,
      earned,
      regular,
      rank: ranks.at(-1),
      next: nextRank(purse.ranks, climber),
      by: purse.ranks.by,
      place,
      of,
      causes: await this.database.long.rows(CAUSES, [{ account: id }], options),
    };
  }
}

const OWN = `(SELECT id FROM accounts WHERE kind = 'viewer' AND name = $account)`;
const CAUSES = `SELECT p.cause, sum(own.amount) AS amount FROM (
    SELECT posting_id, amount FROM ledger_entries WHERE to_id = ${OWN} AND to_id > ${HOUSES}
    UNION ALL SELECT posting_id, -amount FROM ledger_entries WHERE from_id = ${OWN} AND from_id > ${HOUSES}) own
  JOIN ledger_postings p ON p.id = own.posting_id GROUP BY p.cause ORDER BY abs(sum(own.amount)) DESC`;
