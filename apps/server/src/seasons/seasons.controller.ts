import { Body, Controller, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { ApiConflictResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { BOARDS } from '@gully/core/currency';
import { ProblemView, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { Tasks } from '../tasks/index.js';
import { Leaderboard } from './leaderboard.js';
import { SeasonsService, type Season } from './seasons.service.js';
import {
  StandingsDto,
  EndSeasonDto,
  LeaderboardQuery,
  PlacedDto,
  SeasonDto,
  SeasonEndingDto,
  SeasonsDto,
  SeasonSettingDto,
} from './views.js';

/** Leaderboards, and the seasons they cover. */
@ApiTags('seasons')
@Controller('api/seasons')
export class SeasonsController {
  constructor(
    private readonly seasons: SeasonsService,
    private readonly leaderboard: Leaderboard,
    private readonly tasks: Tasks,
  ) {}

  @Get()
  @ApiOkResponse({ type: SeasonsDto })
  async all(): Promise<SeasonsDto> {
    const { value, version } = this.seasons.plan;
    return {
      value: { ...value, awards: [...value.awards] },
      version,
      seasons: (await this.seasons.all()).map(seasonView),
    };
  }

  /** Saves the plan of the season that is on; the first one begins a season. */
  @Put()
  @ApiOkResponse({ type: SeasonSettingDto })
  @ApiConflictResponse({ type: ProblemView })
  async set(@Body() { value, version }: SeasonSettingDto, @By() actor: Actor): Promise<SeasonSettingDto> {
    const saved = await this.seasons.setPlan(value, version, actor);
    return { value: { ...saved.value, awards: [...saved.value.awards] }, version: saved.version };
  }

  /** Who has the most: now, since the season began, or ever. */
  @Get('leaderboard')
  @ApiOkResponse({ type: [PlacedDto] })
  async board(
    @Query() { by, span, limit }: LeaderboardQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<PlacedDto[]> {
    const current = span === 'season' ? await this.seasons.current() : undefined;
    return this.leaderboard.board(by, current === undefined ? 'ever' : { season: current.id }, limit, {
      signal,
    });
  }

  /** How the season would end now; nothing is changed. */
  @Get('ending')
  @ApiOkResponse({ type: SeasonEndingDto })
  async ending(): Promise<SeasonEndingDto> {
    const { boards, awards, reset } = await this.tasks.run('Working out how the season ends', (task) =>
      this.seasons.lookAtEnd(task),
    );
    return {
      boards: BOARDS.map((board) => ({ board, places: boards[board].slice(0, 10) })),
      awards: [...awards],
      resetTotal: reset.total,
      resetViewers: reset.viewers,
    };
  }

  /** Ends the season that is on, and begins the next. */
  @Post('end')
  @HttpCode(200)
  @ApiOkResponse({ type: SeasonDto })
  @ApiConflictResponse({ type: ProblemView })
  async end(@Body() { season, next }: EndSeasonDto, @By() actor: Actor): Promise<SeasonDto> {
    return seasonView(
      await this.tasks.run('Ending the season', (task) => this.seasons.end(season, next, actor, task)),
    );
  }

  /** Takes the end of a season back, within a day. */
  @Post(':id/undo')
  @HttpCode(204)
  @ApiNoContentResponse()
  undo(@Param('id') id: string, @By() actor: Actor): Promise<void> {
    return this.tasks.run('Undoing the end of the season', (task) => this.seasons.undo(id, actor, task));
  }

  /** How a season that ended stood. */
  @Get(':id/standings')
  @ApiOkResponse({ type: [StandingsDto] })
  async standings(@Param('id') id: string): Promise<StandingsDto[]> {
    const rows = await this.seasons.standings(id);
    return BOARDS.map((board) => ({ board, places: rows.filter((row) => row.board === board) }));
  }
}

function seasonView({ id, name, startedAt, endedAt }: Season): SeasonDto {
  return {
    id,
    name,
    startedAt: new Date(startedAt).toISOString(),
    endedAt: endedAt === null ? null : new Date(endedAt).toISOString(),
  };
}
