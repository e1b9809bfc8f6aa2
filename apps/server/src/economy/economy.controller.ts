import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { CAUSES, spreadOf, type Cause } from '@gully/core/currency';
import { Database } from '../database/index.js';
import { WhileAwaited } from '../problem/index.js';

/** Streams that are told of. */
const STREAMS = 12;

class FlowDto {
  @ApiProperty({ enum: CAUSES, enumName: 'LedgerCause' }) cause!: Cause;
  @ApiProperty({ description: 'brought into circulation' }) issued!: number;
  @ApiProperty({ description: 'taken out of it' }) spent!: number;
}
class StreamFlowDto {
  @ApiProperty({ format: 'date-time' }) startedAt!: string;
  @ApiProperty() minutes!: number;
  @ApiProperty({ description: 'viewers paid by a payout, on average' }) paid!: number;
  @ApiProperty({ type: [FlowDto] }) flows!: FlowDto[];
}
class BinDto {
  @ApiProperty() from!: number;
  @ApiProperty() viewers!: number;
}
class EconomyDto {
  @ApiProperty({ type: [StreamFlowDto], description: 'the oldest first' }) streams!: StreamFlowDto[];
  @ApiProperty() circulating!: number;
  @ApiProperty({ description: 'viewers who have any' }) viewers!: number;
  @ApiProperty() median!: number;
  @ApiProperty({ description: 'share the richest tenth holds, from 0 to 1' }) topTenth!: number;
  @ApiProperty({ type: [BinDto], description: 'each twice as wide as the one before' }) bins!: BinDto[];
}

interface FlowRow {
  readonly startedAt: number;
  readonly endedAt: number;
  readonly cause: Cause | null;
  readonly issued: number;
  readonly spent: number;
  readonly postings: number;
  readonly entries: number;
}

/** Where currency comes from and where it goes, and how it is spread. */
@ApiTags('currency')
@Controller('api/economy')
export class EconomyController {
  constructor(private readonly database: Database) {}

  @Get()
  @ApiOkResponse({ type: EconomyDto })
  async economy(@WhileAwaited() signal: AbortSignal): Promise<EconomyDto> {
    const flows = await this.database.long.rows<FlowRow>(FLOWS, [{ streams: STREAMS, now: Date.now() }], {
      signal,
    });
    const [held] = await this.database.long.rows<{ balances: string }>(BALANCES, [], { signal });
    const balances = JSON.parse(held?.balances ?? '[]') as number[];
    const { median, topTenth, bins } = spreadOf(balances);
    return {
      streams: streamsOf(flows),
      circulating: balances.reduce((sum, each) => sum + each, 0),
      viewers: balances.length,
      median,
      topTenth,
      bins: [...bins],
    };
  }
}

function streamsOf(rows: readonly FlowRow[]): StreamFlowDto[] {
  const streams = new Map<number, StreamFlowDto>();
  for (const { startedAt, endedAt, cause, issued, spent, postings, entries } of rows) {
    const minutes = Math.round((endedAt - startedAt) / 60_000);
    const stream = streams.get(startedAt) ?? {
      startedAt: new Date(startedAt).toISOString(),
      minutes,
      paid: 0,
      flows: [],
    };
    if (cause !== null) stream.flows.push({ cause, issued, spent });
    if (cause === 'payout') stream.paid = Math.round(entries / postings);
    streams.set(startedAt, stream);
  }
  return [...streams.values()];
}

const FLOWS = `WITH last AS (SELECT started_at, coalesce(ended_at, $now) AS ended_at FROM streams
    ORDER BY started_at DESC LIMIT $streams)
  SELECT last.started_at AS startedAt, last.ended_at AS endedAt, p.cause, coalesce(sum(p.issued), 0) AS issued,
    coalesce(sum(p.spent), 0) AS spent, count(p.id) AS postings, coalesce(sum(p.entries), 0) AS entries
  FROM last LEFT JOIN ledger_postings p ON p.at >= last.started_at AND p.at <= last.ended_at
  GROUP BY last.started_at, p.cause ORDER BY last.started_at, p.cause`;
/** As one text: tens of thousands of rows take longer to hand over than to read. Bots and the ignored earn nothing. */
const BALANCES = `SELECT json_group_array(balance) AS balances FROM
  (SELECT balance FROM accounts WHERE kind = 'viewer' AND balance > 0 ORDER BY balance DESC)`;
