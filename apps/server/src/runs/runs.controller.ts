import { Body, Controller, Get, Header, HttpCode, Param, Post, Query } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
} from '@nestjs/swagger';
import { REFUSAL_REASONS, type RefusalReason } from '@gully/core/chat';
import { RUN_ENDINGS, type RunEnding, type RunView } from '@gully/core/news';
import { stringify } from 'csv-stringify/sync';
import { ArrayMaxSize, IsArray, IsDateString, IsIn, IsString, MaxLength } from 'class-validator';
import { CheckDto, PageQuery } from '../chat/index.js';
import { MayBeMissing, Problem, WhileAwaited } from '../problem/index.js';
import { RunLog } from './run-log.js';
import { Review, type ReviewFilter } from './review.js';
import { Running } from './running.js';
import { RunsStore } from './runs.store.js';

class RunDto implements RunView {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) endedAt!: string | null;
  @ApiProperty({ description: 'the routine’s id, or the command’s' }) owner!: string;
  @ApiProperty() title!: string;
  @ApiProperty({ description: 'what started it, in words' }) by!: string;
  @ApiProperty() viewer!: string;
  @ApiProperty({ enum: RUN_ENDINGS, enumName: 'RunEnding' }) ended!: RunEnding;
  @ApiProperty() words!: string;
  @ApiProperty({ enum: REFUSAL_REASONS, enumName: 'RefusalReason', nullable: true })
  reason!: RefusalReason | null;
  @ApiProperty({
    type: String,
    nullable: true,
    description:
      'the line of chat that was refused, whose why is at /api/chat/lines/{id}/why; null for a run',
  })
  line!: string | null;
}
class RunWithWhyDto extends RunDto {
  @ApiProperty({ type: [CheckDto] }) checks!: CheckDto[];
}
class RunsQuery extends PageQuery {
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(100) search: string = '';
  @ApiPropertyOptional({ enum: RUN_ENDINGS, enumName: 'RunEnding' })
  @MayBeMissing()
  @IsIn(RUN_ENDINGS)
  ended?: RunEnding;
  @ApiPropertyOptional({ enum: REFUSAL_REASONS, enumName: 'RefusalReason' })
  @MayBeMissing()
  @IsIn(REFUSAL_REASONS)
  reason?: RefusalReason;
  @ApiPropertyOptional({ format: 'date-time' }) @MayBeMissing() @IsDateString() since?: string;
}
class GoingDto {
  @ApiProperty() id!: string;
  @ApiProperty() title!: string;
  @ApiProperty() by!: string;
  @ApiProperty() viewer!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ enum: ['time', 'answer', 'turn'] }) waitsFor!: 'time' | 'answer' | 'turn';
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) until!: string | null;
}
class GoingPageDto {
  @ApiProperty() total!: number;
  @ApiProperty({ type: [GoingDto] }) runs!: GoingDto[];
}
class StopDto {
  @ApiProperty({ type: [String], description: 'the runs to end; empty for all' })
  @IsArray()
  @ArrayMaxSize(1_000)
  @IsString({ each: true })
  runs!: string[];
}

/** Runs that the list of those under way shows. */
const SHOWN = 100;
const CSV_ROWS = 10_000;

function filterOf({ before, search, ended, reason, since }: Omit<RunsQuery, 'limit'>): ReviewFilter {
  const from = since === undefined ? undefined : Date.parse(since);
  return { before, search: search.trim(), ended, reason, since: from };
}

/** What ran or was refused, what runs, and the button that ends it. */
@ApiTags('runs')
@Controller('api/runs')
export class RunsController {
  constructor(
    private readonly runLog: RunLog,
    private readonly review: Review,
    private readonly runs: RunsStore,
    private readonly running: Running,
  ) {}

  @Get()
  @ApiOkResponse({ type: [RunDto] })
  page(@Query() { limit, ...asked }: RunsQuery, @WhileAwaited() signal: AbortSignal): Promise<RunDto[]> {
    return this.review.page(filterOf(asked), limit, { signal });
  }

  /** The same as a file, the newest 10,000. */
  @Get('csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiOkResponse({ content: { 'text/csv': { schema: { type: 'string' } } } })
  async csv(@Query() asked: RunsQuery, @WhileAwaited() signal: AbortSignal): Promise<string> {
    const rows = await this.review.page(filterOf({ ...asked, before: undefined }), CSV_ROWS, { signal });
    const columns = {
      at: 'at',
      endedAt: 'ended_at',
      title: 'ran',
      by: 'started_by',
      viewer: 'viewer',
      ended: 'ended',
      reason: 'reason',
      words: 'words',
    };
    // Names in it come from viewers, and a spreadsheet would run a formula.
    return stringify(rows, { header: true, columns, escape_formulas: true, record_delimiter: 'windows' });
  }

  /** Those that go on later, the ones that are due first. */
  @Get('going')
  @ApiOkResponse({ type: GoingPageDto })
  going(): GoingPageDto {
    const all = this.runs.all();
    const shown = all
      .map(({ id, title, occasion, awaiting }): GoingDto => ({
        id,
        title,
        by: occasion.by,
        viewer: occasion.viewer.name,
        at: new Date(occasion.at).toISOString(),
        waitsFor: awaiting.for,
        until: awaiting.for === 'time' ? new Date(awaiting.until).toISOString() : null,
      }))
      .sort((a, b) => (a.until ?? '~').localeCompare(b.until ?? '~'));
    return { total: all.length, runs: shown.slice(0, SHOWN) };
  }

  @Get(':id')
  @ApiOkResponse({ type: RunWithWhyDto })
  async why(@Param('id') id: string): Promise<RunWithWhyDto> {
    const run = await this.runLog.find(id);
    if (run === undefined) throw new Problem(404, 'There is no such run', 'It is too old to be kept.');
    return run;
  }

  /** Ends runs under way, some or all; what they did stays done. */
  @Post('stop')
  @HttpCode(204)
  @ApiNoContentResponse()
  async stop(@Body() { runs }: StopDto): Promise<void> {
    const ids = runs.length > 0 ? runs : this.runs.all().map(({ id }) => id);
    const ending = ids.map((id) => ({ id, words: 'stopped by hand' }));
    await this.running.stop(ending, 'streamer');
  }
}
