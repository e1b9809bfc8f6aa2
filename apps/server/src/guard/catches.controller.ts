import { Body, Controller, Get, Header, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { exceptionsFor, type Exception } from '@gully/core/guard';
import { stringify } from 'csv-stringify/sync';
import { Problem, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { CatchNews } from './catch-news.js';
import { Catches, type WantedCatches } from './catches.js';
import { GuardSettingsService } from './guard-settings.js';
import { Replays } from './replays.js';
import type { CatchRow } from './rows.js';
import { Undoing } from './undoing.js';
import { CatchDto, CatchesQuery, ExceptBodyDto, ExceptionDto, GuardDto, LabelDto, viewOf } from './views.js';

const CSV_ROWS = 10_000;
/** Lines an exception is tried on before it is made. */
const TRIED_ON = 5_000;
const EXAMPLES = 5;

function wantedOf({
  before,
  search,
  filter,
  of,
  label,
  viewer,
  since,
}: Omit<CatchesQuery, 'limit'>): WantedCatches {
  const from = since === undefined ? undefined : Date.parse(since);
  return { before, search: search.trim(), filter, of, label, viewer, since: from };
}

/** What the guard caught, what people did, and what may be done about it afterwards. */
@ApiTags('guard')
@Controller('api/guard/catches')
export class CatchesController {
  constructor(
    private readonly catches: Catches,
    private readonly undoing: Undoing,
    private readonly settings: GuardSettingsService,
    private readonly replays: Replays,
    private readonly news: CatchNews,
  ) {}

  @Get()
  @ApiOkResponse({ type: [CatchDto] })
  async page(
    @Query() { limit, ...asked }: CatchesQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<CatchDto[]> {
    return (await this.catches.page(wantedOf(asked), limit, { signal })).map(viewOf);
  }

  /** The same as a file, the newest 10,000. */
  @Get('csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  @ApiOkResponse({ content: { 'text/csv': { schema: { type: 'string' } } } })
  async csv(@Query() asked: CatchesQuery, @WhileAwaited() signal: AbortSignal): Promise<string> {
    const rows = await this.catches.page(wantedOf({ ...asked, before: undefined }), CSV_ROWS, { signal });
    const columns = {
      at: 'at',
      name: 'viewer',
      by: 'by',
      filter: 'filter',
      measure: 'measured',
      allowed: 'allowed',
      does: 'consequence',
      seconds: 'seconds',
      step: 'step',
      text: 'text',
      spared: 'not_done_because',
      state: 'state',
      note: 'note',
      undoneAt: 'undone_at',
      label: 'label',
    };
    const views = rows.map(viewOf).map((each) => ({ ...each, by: each.by ?? 'guard' }));
    // Names and texts in it come from viewers, and a spreadsheet would run a formula.
    return stringify(views, { header: true, columns, escape_formulas: true, record_delimiter: 'windows' });
  }

  /** Lifts what the guard did, takes back the strike, and lets the message’s command run. */
  @Post(':id/undo')
  @HttpCode(200)
  @ApiOkResponse({ type: CatchDto })
  async undo(@Param('id') id: string, @By() actor: Actor): Promise<CatchDto> {
    await this.undoing.undo(id, actor);
    return viewOf(await this.require(id));
  }

  @Put(':id/label')
  @HttpCode(204)
  @ApiNoContentResponse()
  async label(@Param('id') id: string, @Body() { label }: LabelDto): Promise<void> {
    await this.catches.label(await this.require(id), label);
    this.news.changed();
  }

  /** What would keep a message like this from being caught, the narrowest first, and what else each lets through. */
  @Get(':id/exceptions')
  @ApiOkResponse({ type: [ExceptionDto] })
  async exceptions(@Param('id') id: string): Promise<ExceptionDto[]> {
    const row = await this.require(id);
    const offered = await this.offered(row);
    const whole = offered.map(({ settings }) => this.settings.whole(settings));
    const now = this.settings.whole(this.settings.now().value);
    const replayed = await this.replays.compare(TRIED_ON, now, whole);
    return offered.map(({ kind, words }, at) => {
      const filters = replayed[at]?.filters ?? [];
      const found = filters.find(({ filter }) => filter === row.filter);
      const others = found?.noLonger.lines.filter((line) => line.id !== id) ?? [];
      const lets = (found?.noLonger.count ?? 0) - (found?.noLonger.lines.length ?? 0) + others.length;
      return { kind, words, lines: replayed[at]?.lines ?? 0, lets, examples: others.slice(0, EXAMPLES) };
    });
  }

  /** Makes one of the exceptions offered. */
  @Post(':id/exceptions')
  @HttpCode(200)
  @ApiOkResponse({ type: GuardDto })
  async except(
    @Param('id') id: string,
    @Body() { choice, words }: ExceptBodyDto,
    @By() actor: Actor,
  ): Promise<GuardDto> {
    const exception = (await this.offered(await this.require(id)))[choice];
    if (exception?.words !== words)
      throw new Problem(
        409,
        'The guard was changed in the meantime',
        'Nothing was changed. Look at what is offered now.',
      );
    return this.settings.set(exception.settings, this.settings.now().version, actor);
  }

  private async offered({ filter, text, fragments, viewerId, name }: CatchRow): Promise<Exception[]> {
    if (filter === null) return [];
    const viewer = await this.catches.viewerNow(viewerId);
    const parts = JSON.parse(fragments) as { from: number; to: number }[];
    return exceptionsFor({ filter, text, fragments: parts, viewer, name }, this.settings.now().value);
  }

  private async require(id: string): Promise<CatchRow> {
    const row = await this.catches.find(id);
    if (row === undefined)
      throw new Problem(404, 'There is no such catch', 'It is too old to be kept. Nothing was changed.');
    return row;
  }
}
