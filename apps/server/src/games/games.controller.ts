import { Body, Controller, Get, HttpCode, NotFoundException, Param, Post, Query } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { gameBody, gameFaults, type GameKindName } from '@gully/core/games';
import type { Round } from '@gully/core/games';
import { IsString, MaxLength } from 'class-validator';
import { PageQuery } from '../chat/index.js';
import { ChannelWorld } from '../live/index.js';
import { MayBeMissing, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { thingsController } from '../things/index.js';
import { GameActing } from './acting.js';
import { GamesService, type StoredGame } from './games.service.js';
import { GameHistory, type WantedRounds } from './history.js';
import { EVERYBODY } from './play-rows.js';
import { PlaysStore } from './plays.store.js';
import {
  GameActDto,
  GameBodyDto,
  GameChangeDto,
  GameDto,
  MeasuredDto,
  OwnTallyDto,
  PlayedDto,
  RecomputedDto,
  RoundDto,
  RunningDto,
} from './views.js';

/** Players of a round that are shown. */
const SHOWN = 12;

class RoundsQuery extends PageQuery implements WantedRounds {
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) game?: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) viewer?: string;
}
class RoundQuery {
  @ApiPropertyOptional({ description: 'one round; left out for the newest 1,000' })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  round?: string;
}

/** What was played, and what is being played. */
@ApiTags('games')
@Controller('api/plays')
export class PlaysController {
  constructor(
    private readonly store: PlaysStore,
    private readonly games: GamesService,
    private readonly history: GameHistory,
    private readonly acting: GameActing,
  ) {}

  /** Rounds that are not over. */
  @Get('running')
  @ApiOkResponse({ type: [RunningDto] })
  running(): RunningDto[] {
    return this.store.all().map((round) => runningOf(round, Date.now()));
  }

  /** Newest first. */
  @Get()
  @ApiOkResponse({ type: [RoundDto] })
  async page(
    @Query() { limit, ...wanted }: RoundsQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<RoundDto[]> {
    return (await this.history.page(wanted, limit, { signal })).map(roundView);
  }

  /** How a viewer did in each game. */
  @Get('of/:viewer')
  @ApiOkResponse({ type: [OwnTallyDto] })
  of(@Param('viewer') viewer: string): OwnTallyDto[] {
    return this.games
      .all()
      .map(({ id, name }) => ({ game: id, name, ...this.store.tally(id, viewer === '' ? 'nobody' : viewer) }))
      .filter(({ plays }) => plays > 0)
      .map(({ game, name, plays, staked, won, best, streak }) => ({
        game,
        name,
        plays,
        staked,
        won,
        best,
        streak,
      }));
  }

  /** Plays rounds again from the numbers that were kept. */
  @Post('games/:id/recompute')
  @HttpCode(200)
  @ApiOkResponse({ type: RecomputedDto })
  recompute(@Param('id') id: string, @Query() { round }: RoundQuery): Promise<RecomputedDto> {
    return this.history.recompute(id, round);
  }

  /** What was played beside what was to be expected. */
  @Get('games/:id')
  @ApiOkResponse({ type: PlayedDto })
  played(@Param('id') id: string, @WhileAwaited() signal: AbortSignal): Promise<PlayedDto> {
    return this.history.played(id, { signal });
  }

  /** How much a game is played, beside what watching pays. */
  @Get('games/:id/measured')
  @ApiOkResponse({ type: MeasuredDto })
  measured(@Param('id') id: string): Promise<MeasuredDto> {
    return this.history.measured(id);
  }

  /** Opens a round, stops what is going on, or plays as the streamer. */
  @Post('games/:id/act')
  @HttpCode(204)
  @ApiNoContentResponse()
  async act(@Param('id') id: string, @Body() { does, typed }: GameActDto, @By() actor: Actor): Promise<void> {
    if (this.games.find(id) === undefined) throw new NotFoundException();
    await this.acting.act(id, does, typed, actor);
  }
}

/** Games as people set them up. */
@ApiTags('games')
@Controller('api/games')
export class GamesController extends thingsController<'game', StoredGame, GameDto>({
  view: GameDto,
  body: GameBodyDto,
  change: GameChangeDto,
}) {
  constructor(
    readonly things: GamesService,
    private readonly store: PlaysStore,
    private readonly world: ChannelWorld,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [GameDto] })
  list(): GameDto[] {
    return this.things.all().map((game) => this.view(game));
  }

  view(game: StoredGame): GameDto {
    const { id, version, changedAt } = game;
    const { plays, staked, won } = this.store.tally(id, EVERYBODY);
    const command = this.world.now().commands.doing({ kind: 'play', does: 'play', game: id });
    return {
      ...(gameBody(game) as unknown as GameDto),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
      plays,
      staked,
      won,
      fault: Object.values(gameFaults(game, []))[0] ?? null,
      command: command ?? null,
    };
  }
}

function runningOf(
  { id, game, title, kind, startedAt, until, plays, state, results, settings }: Round,
  at: number,
): RunningDto {
  const own = plays.filter(({ does }) => does === 'play');
  const paid = results.reduce((sum, { staked }) => sum + staked, 0);
  const { left } = (state ?? {}) as { left?: number };
  const { health, finds } = settings as { health?: number; finds?: number };
  return {
    id,
    game,
    title,
    kind: kind as GameKindName,
    startedAt: new Date(startedAt).toISOString(),
    until: until === undefined ? null : new Date(until).toISOString(),
    left: until === undefined ? 0 : Math.max(0, until - at),
    pot: own.reduce((sum, { stake }) => sum + stake, 0) - paid,
    count: new Set(own.map(({ viewer }) => viewer)).size,
    players: own
      .slice(-SHOWN)
      .reverse()
      .map(({ viewer, name, stake, typed, rival }) => ({
        viewer,
        name,
        stake,
        on: rival?.name ?? (kind === 'guess' ? '' : typed),
      })),
    of: health ?? finds ?? null,
    remaining: typeof left === 'number' ? left : null,
  };
}

function roundView({ id, game, title, version, startedAt, endedAt, over, plays, results }: Round): RoundDto {
  const came = new Map(results.map((result) => [result.n, result]));
  return {
    id,
    game,
    title,
    version,
    startedAt: new Date(startedAt).toISOString(),
    endedAt: endedAt === undefined ? null : new Date(endedAt).toISOString(),
    over: over ?? 'open',
    plays: plays.map(({ n, viewer, name, stake, typed, rival, numbers }) => ({
      viewer,
      name,
      stake,
      typed: rival?.name ?? typed,
      numbers: [...numbers],
      outcome: came.get(n)?.outcome ?? null,
      shown: came.get(n)?.shown ?? '',
      paid: came.get(n)?.paid ?? 0,
    })),
  };
}
