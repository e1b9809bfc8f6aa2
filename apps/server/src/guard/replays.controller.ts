import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import {
  ApiCreatedResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiTags,
} from '@nestjs/swagger';
import { FILTER_NAMES, type FilterName } from '@gully/core/guard';
import { Database } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { Catches } from './catches.js';
import { GuardSettingsService } from './guard-settings.js';
import type { ReplaySource } from './replay.worker.js';
import { Replays, type RunningReplay } from './replays.js';
import { LineLabelDto, ReplayBodyDto, ReplayDto, ReplaySourceDto } from './views.js';

class RecordedStreamDto {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) startedAt!: string;
  @ApiProperty({ type: String, format: 'date-time', nullable: true }) endedAt!: string | null;
}
class LabelOfLineDto {
  @ApiProperty() line!: string;
  @ApiProperty({ enum: FILTER_NAMES, enumName: 'FilterName' }) filter!: FilterName;
  @ApiProperty() right!: boolean;
}

/** Streams that may be chosen. */
const STREAMS = 60;

/** Changed settings over recorded chat, and how its lines were judged. */
@ApiTags('guard')
@Controller('api/guard')
export class ReplaysController {
  constructor(
    private readonly replays: Replays,
    private readonly settings: GuardSettingsService,
    private readonly catches: Catches,
    private readonly database: Database,
  ) {}

  @Get('streams')
  @ApiOkResponse({ type: [RecordedStreamDto] })
  async streams(): Promise<RecordedStreamDto[]> {
    const rows = await this.database.read.query<{ id: string; started: number; ended: number | null }[]>(
      'SELECT id, started_at AS started, ended_at AS ended FROM streams ORDER BY started_at DESC LIMIT ?',
      [STREAMS],
    );
    return rows.map(({ id, started, ended }) => ({
      id,
      startedAt: new Date(started).toISOString(),
      endedAt: ended === null ? null : new Date(ended).toISOString(),
    }));
  }

  /** Begins a replay; another that is under way is cancelled. */
  @Post('replays')
  @ApiCreatedResponse({ type: ReplayDto })
  async begin(@Body() { settings, source }: ReplayBodyDto): Promise<ReplayDto> {
    const would = this.settings.whole(this.settings.check(settings));
    const now = this.settings.whole(this.settings.now().value);
    return viewOf(await this.replays.begin(await this.sourceOf(source), now, would));
  }

  @Get('replays/:id')
  @ApiOkResponse({ type: ReplayDto })
  find(@Param('id') id: string): ReplayDto {
    return viewOf(this.replays.find(id));
  }

  @Delete('replays/:id')
  @HttpCode(204)
  @ApiNoContentResponse()
  async cancel(@Param('id') id: string): Promise<void> {
    await this.replays.cancel(id);
  }

  /** How lines were judged. */
  @Get('labels')
  @ApiOkResponse({ type: [LabelOfLineDto] })
  labels(@Query('lines') lines: string = ''): Promise<LabelOfLineDto[]> {
    return this.catches.labels(lines.split(',').slice(0, 1_000));
  }

  /** Keeps whether it is right that a filter catches a line. */
  @Put('labels')
  @HttpCode(204)
  @ApiNoContentResponse()
  async label(@Body() { line, filter, right }: LineLabelDto): Promise<void> {
    await this.catches.labelLine(line, filter, right);
  }

  private async sourceOf({ kind, lines, stream, text }: ReplaySourceDto): Promise<ReplaySource> {
    if (kind === 'last') return { kind, lines };
    if (kind === 'file') {
      if (text === undefined || text.trim() === '')
        throw new Problem(422, 'The file is empty', 'Choose another one.', {
          fields: { 'source.text': 'empty' },
        });
      return { kind, text };
    }
    const found = (await this.streams()).find(({ id }) => id === stream);
    if (found === undefined)
      throw new Problem(404, 'There is no such stream', 'Choose another one. Nothing was replayed.');
    return {
      kind,
      from: Date.parse(found.startedAt),
      to: found.endedAt === null ? Date.now() : Date.parse(found.endedAt),
    };
  }
}

function viewOf({ id, state, done, total, skipped, result }: RunningReplay): ReplayDto {
  return { id, state, done, total, skipped, result: result ?? null };
}
