import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { Database } from '../database/index.js';
import { WhileAwaited } from '../problem/index.js';
import { ChannelWorld } from '../live/index.js';

class RankHoldersDto {
  @ApiProperty({ description: 'the rank' }) id!: string;
  @ApiProperty({ description: 'viewers whose highest it is now' }) holders!: number;
}

/** By which column viewers climb. */
const MEASURES = {
  watch: 'v.watch_ms / 3600000',
  earned: 'coalesce(a.earned, 0)',
  balance: 'coalesce(a.balance, 0)',
};

/** How ranks stand with the viewers there are. */
@ApiTags('currency')
@Controller('api/currency/ranks/holders')
export class RanksController {
  constructor(
    private readonly database: Database,
    private readonly world: ChannelWorld,
  ) {}

  /** How many viewers hold each rank now, by how far they are; who a rank is for is left out. */
  @Get()
  @ApiOkResponse({ type: [RankHoldersDto] })
  async holders(@WhileAwaited() signal: AbortSignal): Promise<RankHoldersDto[]> {
    const { by, ranks } = this.world.now().purse.ranks;
    if (ranks.length === 0) return [];
    const rows = await this.database.long.rows<{ id: string; holders: number }>(
      `SELECT (SELECT value ->> 0 FROM json_each(?) WHERE value ->> 1 <= measure ORDER BY key DESC LIMIT 1) AS id,
         count(*) AS holders
       FROM (SELECT ${MEASURES[by]} AS measure FROM viewers v
         LEFT JOIN accounts a ON a.kind = 'viewer' AND a.name = v.id
         WHERE v.bot = 0 AND v.ignored = 0 AND v.merged_into IS NULL)
       GROUP BY 1`,
      [JSON.stringify(ranks.map(({ id, from }) => [id, from]))],
      { signal },
    );
    const held = new Map(rows.map(({ id, holders }) => [id, holders]));
    return ranks.map(({ id }) => ({ id, holders: held.get(id) ?? 0 }));
  }
}
