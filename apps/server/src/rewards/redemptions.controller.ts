import {
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  NotFoundException,
  Param,
  Post,
  Query,
} from '@nestjs/common';
import { ApiOkResponse, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { REDEMPTION_STATES, type Redemption, type RedemptionState } from '@gully/core/rewards';
import { stringify } from 'csv-stringify/sync';
import { IsIn, IsString, MaxLength } from 'class-validator';
import { ActivityService } from '../activity/index.js';
import { PageQuery } from '../chat/index.js';
import { MayBeMissing, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { RedemptionActing } from './acting.js';
import { Purchases } from './purchases.js';
import { GivenLines } from './given-lines.js';
import { RedemptionHistory, type WantedRedemptions } from './history.js';
import { RedemptionsStore } from './redemptions.store.js';
import { ActedDto, ActOnDto, HandOverCountDto, RedemptionDto, SecretsDto } from './views.js';

const CSV_ROWS = 10_000;
const WANTED = [...REDEMPTION_STATES, 'open'] as const;

class RedemptionsQuery extends PageQuery implements WantedRedemptions {
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) reward?: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) viewer?: string;
  @ApiPropertyOptional({ enum: WANTED }) @MayBeMissing() @IsIn(WANTED) state?: RedemptionState | 'open';
}
class CsvQuery extends RedemptionsQuery {
  @ApiPropertyOptional({ description: 'names of private answers to be in it, separated by commas' })
  @MayBeMissing()
  @IsString()
  @MaxLength(200)
  with: string = '';
}

/** What viewers bought, and what is still to be handed over. */
@ApiTags('rewards')
@Controller('api/redemptions')
export class RedemptionsController {
  constructor(
    private readonly history: RedemptionHistory,
    private readonly store: RedemptionsStore,
    private readonly acting: RedemptionActing,
    private readonly purchases: Purchases,
    private readonly lines: GivenLines,
    private readonly activity: ActivityService,
  ) {}

  /** Newest first. */
  @Get()
  @ApiOkResponse({ type: [RedemptionDto] })
  async page(
    @Query() { limit, ...wanted }: RedemptionsQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<RedemptionDto[]> {
    return (await this.history.page(wanted, limit, { signal })).map(viewOf);
  }

  /** How many wait, and what is running out. */
  @Get('count')
  @ApiOkResponse({ type: HandOverCountDto })
  count(): HandOverCountDto {
    const open = this.store.all();
    return {
      waiting: open.filter(({ state }) => state === 'waiting').length,
      asked: open.filter(({ state }) => state === 'asked').length,
      low: this.lines.low(),
    };
  }

  @Post('act')
  @HttpCode(200)
  @ApiOkResponse({ type: ActedDto })
  act(@Body() { act, ids, note }: ActOnDto, @By() actor: Actor): Promise<ActedDto> {
    return this.acting.act(act, ids, note, actor);
  }

  /** The newest 10,000 as a file; private answers only where they are asked for by name. */
  @Get('csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiOkResponse({ content: { 'text/csv': { schema: { type: 'string' } } } })
  async csv(
    @Query() { with: names, limit: _limit, ...wanted }: CsvQuery,
    @WhileAwaited() signal: AbortSignal,
    @By() actor: Actor,
  ): Promise<string> {
    const rows = await this.history.page({ ...wanted, before: undefined }, CSV_ROWS, { signal });
    const asked = names.split(',').flatMap((name) => (name.trim() === '' ? [] : [name.trim()]));
    const secrets =
      asked.length === 0 ? new Map<string, never>() : await this.history.answersOf(rows.map(({ id }) => id));
    if (asked.length > 0) this.tellSeen(`${asked.join(', ')} of ${String(rows.length)} purchases`, actor);
    const records = rows.map((row) => ({
      ...viewOf(row),
      answers: row.answers
        .flatMap((each) => (each.text === null ? [] : [`${each.name}: ${each.text}`]))
        .join('; '),
      ...Object.fromEntries(asked.map((name) => [name, secrets.get(row.id)?.get(name) ?? ''])),
    }));
    const columns = {
      title: 'reward',
      name: 'viewer',
      at: 'bought',
      price: 'price',
      paidBy: 'paid_by',
      state: 'state',
      since: 'since',
      answers: 'answers',
      ...Object.fromEntries(asked.map((name) => [name, name])),
      target: 'benched',
      note: 'note',
    };
    // Names and answers come from viewers, and a spreadsheet would run a formula.
    return stringify(records, { header: true, columns, escape_formulas: true, record_delimiter: 'windows' });
  }

  /** What only the streamer may see of a purchase: private answers, and the line that is its buyer’s. */
  @Get(':id/secrets')
  @Header('cache-control', 'no-store')
  @ApiOkResponse({ type: SecretsDto })
  async secrets(@Param('id') id: string, @By() actor: Actor): Promise<SecretsDto> {
    const found = id.length > 200 ? undefined : await this.purchases.find(id);
    if (found === undefined) throw new NotFoundException();
    const texts = (await this.history.answersOf([id])).get(id);
    this.tellSeen(`what ${found.name} gave for ${found.title}`, actor);
    return {
      answers: found.answers
        .filter((answer) => answer.private)
        .map(({ name }) => ({ name, text: texts?.get(name) ?? null })),
      line: found.line?.text ?? null,
    };
  }

  private tellSeen(what: string, actor: Actor): void {
    this.activity.record('changed', 'Private answers', `looked at: ${what}`, actor);
  }
}

function viewOf({ answers, line, target, at, since, unsure, ...redemption }: Redemption): RedemptionDto {
  return {
    ...redemption,
    at: new Date(at).toISOString(),
    since: new Date(since).toISOString(),
    answers: answers.map(({ name, private: isPrivate, required, given, text }) => ({
      name,
      private: isPrivate,
      required,
      given,
      text,
    })),
    hasLine: line !== undefined,
    unsure: unsure === true,
    target: target?.name ?? null,
    seconds: target?.seconds ?? 0,
  };
}
