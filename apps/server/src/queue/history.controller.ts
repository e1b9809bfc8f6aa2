import { Controller, Get, Header, NotFoundException, Param, Query } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import {
  END_STATES,
  entryOf,
  fairnessInWords,
  LIVE_STATES,
  type LiveState,
  type QueueEntry,
} from '@gully/core/queue';
import { stringify } from 'csv-stringify/sync';
import { IsString, MaxLength } from 'class-validator';
import { PageQuery } from '../chat/index.js';
import { MayBeMissing, WhileAwaited } from '../problem/index.js';
import { Bumps } from './bumps.js';
import { HandlesService } from './handles.service.js';
import { QueueHistory, type HistoryFilter, type PastEntry } from './history.js';
import { QueuesStore } from './queues.store.js';
import { ownStanding } from './standing.js';

const CSV_ROWS = 10_000;
const STATES = [...LIVE_STATES, ...END_STATES];

class HistoryQuery extends PageQuery implements HistoryFilter {
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) queue?: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) viewer?: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) stream?: string;
}
class PastEntryDto {
  @ApiProperty() id!: string;
  @ApiProperty() queue!: string;
  @ApiProperty() queueName!: string;
  @ApiProperty() viewer!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ enum: STATES, enumName: 'QueuedState' }) state!: QueueEntry['state'];
  @ApiProperty({ format: 'date-time' }) joinedAt!: string;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) calledAt!: string | null;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) startedAt!: string | null;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) endedAt!: string | null;
  @ApiProperty({ type: Number, nullable: true, description: 'minutes they were told, least' })
  toldLeast!: number | null;
  @ApiProperty({ type: Number, nullable: true }) toldMost!: number | null;
  @ApiProperty({ description: 'calls missed' }) missed!: number;
}
class QueuedStreamDto {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) startedAt!: string;
  @ApiProperty() queued!: number;
}
class SummaryDto {
  @ApiProperty({ description: 'how turns were shared, in words' }) words!: string;
  @ApiProperty({ description: 'Gini coefficient of turns, 0 to 1' }) gini!: number;
  @ApiProperty({ description: 'viewers who queued' }) queued!: number;
  @ApiProperty() turns!: number;
  @ApiProperty({ type: [String], description: 'who queued and had no turn' }) without!: string[];
  @ApiProperty({ description: 'calls missed' }) missed!: number;
  @ApiProperty({ type: Number, nullable: true, description: 'mean minutes of a turn' })
  turnMinutes!: number | null;
  @ApiProperty({ type: Number, nullable: true, description: 'mean minutes until a call' })
  waitMinutes!: number | null;
  @ApiProperty({ description: 'waits that were told and came to a call' }) told!: number;
  @ApiProperty({ description: 'of those, called as told' }) right!: number;
  @ApiProperty() sooner!: number;
  @ApiProperty() later!: number;
  @ApiProperty({ description: 'mean minutes by which the others missed it' }) missedBy!: number;
}
class OwnHandleDto {
  @ApiProperty({ description: 'the game’s handle' }) id!: string;
  @ApiProperty() name!: string;
  @ApiProperty() category!: string;
  @ApiProperty({ type: String, nullable: true }) text!: string | null;
}
class OwnQueueDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ enum: LIVE_STATES, enumName: 'QueueState' }) state!: LiveState;
  @ApiProperty() place!: number;
}
class ViewerInQueuesDto {
  @ApiProperty() bump!: boolean;
  @ApiProperty({ type: [OwnHandleDto] }) handles!: OwnHandleDto[];
  @ApiProperty({ type: [OwnQueueDto], description: 'those they are in now' }) queues!: OwnQueueDto[];
}

/** Who queued, and how fair and how well told it was. */
@ApiTags('queues')
@Controller('api/queue-history')
export class HistoryController {
  constructor(
    private readonly history: QueueHistory,
    private readonly store: QueuesStore,
    private readonly handles: HandlesService,
    private readonly bumps: Bumps,
  ) {}

  @Get()
  @ApiOkResponse({ type: [PastEntryDto] })
  async page(
    @Query() { limit, ...asked }: HistoryQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<PastEntryDto[]> {
    return (await this.history.page(asked, limit, { signal })).map(pastView);
  }

  @Get('streams')
  @ApiOkResponse({ type: [QueuedStreamDto] })
  async streams(@WhileAwaited() signal: AbortSignal): Promise<QueuedStreamDto[]> {
    const streams = await this.history.streams({ signal });
    return streams.map((stream) => ({ ...stream, startedAt: new Date(stream.startedAt).toISOString() }));
  }

  @Get('summary')
  @ApiOkResponse({ type: SummaryDto })
  async summary(@Query() asked: HistoryQuery, @WhileAwaited() signal: AbortSignal): Promise<SummaryDto> {
    const { fairness, accuracy, without, missed, turnMinutes, waitMinutes } = await this.history.summary(
      { ...asked, before: undefined },
      { signal },
    );
    const { gini, queued, turns } = fairness;
    return {
      words: fairnessInWords(fairness),
      gini,
      queued,
      turns,
      without: [...without],
      missed,
      turnMinutes: turnMinutes ?? null,
      waitMinutes: waitMinutes ?? null,
      ...accuracy,
    };
  }

  /** The same as a file, the newest 10,000. */
  @Get('csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiOkResponse({ content: { 'text/csv': { schema: { type: 'string' } } } })
  async csv(@Query() asked: HistoryQuery, @WhileAwaited() signal: AbortSignal): Promise<string> {
    const rows = await this.history.page({ ...asked, before: undefined }, CSV_ROWS, { signal });
    const columns = {
      queueName: 'queue',
      name: 'viewer',
      joinedAt: 'joined',
      calledAt: 'called',
      startedAt: 'began',
      endedAt: 'ended',
      state: 'came_to',
      toldLeast: 'told_min_least',
      toldMost: 'told_min_most',
      missed: 'calls_missed',
    };
    // Names come from viewers, and a spreadsheet would run a formula.
    return stringify(rows.map(pastView), {
      header: true,
      columns,
      escape_formulas: true,
      record_delimiter: 'windows',
    });
  }

  /** A viewer's handles and bump, and the queues they are in. */
  @Get('viewers/:id')
  @ApiOkResponse({ type: ViewerInQueuesDto })
  viewer(@Param('id') id: string): ViewerInQueuesDto {
    if (id.length > 40) throw new NotFoundException();
    return {
      bump: this.bumps.holds(id),
      handles: this.handles.all().map(({ id: handle, name, category }) => ({
        id: handle,
        name,
        category,
        text: this.handles.textOf(id, handle) ?? null,
      })),
      queues: this.store.all().flatMap((queue) => {
        const entry = entryOf(queue, id);
        return entry === undefined
          ? []
          : [{ id: queue.id, name: queue.body.name, ...ownStanding(queue, entry) }];
      }),
    };
  }
}

function pastView(entry: PastEntry): PastEntryDto {
  const { id, queue, queueName, viewer, name, state, joinedAt, told, missed } = entry;
  const time = (at: number | undefined): string | null =>
    at === undefined ? null : new Date(at).toISOString();
  return {
    id,
    queue,
    queueName,
    viewer,
    name,
    state,
    joinedAt: new Date(joinedAt).toISOString(),
    calledAt: time(entry.calledAt),
    startedAt: time(entry.startedAt),
    endedAt: time(entry.endedAt),
    toldLeast: told?.least ?? null,
    toldMost: told?.most ?? null,
    missed,
  };
}
