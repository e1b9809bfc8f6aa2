import { Body, Controller, Get, HttpCode, Param, ParseIntPipe, Post, Query } from '@nestjs/common';
import { ApiConflictResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { Database } from '../database/index.js';
import { actorsInWords } from '../viewers/index.js';
import { ProblemView, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { Tasks } from '../tasks/index.js';
import { LedgerPage } from './ledger-page.js';
import { Reversing, type AskedReversal, type ReversalOutcome } from './reversing.js';
import { Verification } from './verification.js';
import {
  EntriesQuery,
  EntryDto,
  entryView,
  PostingDto,
  PostingsQuery,
  PostingsWanted,
  postingView,
  ReversalDto,
  VerificationDto,
  verificationView,
  wantedOf,
} from './views.js';

/** Entries of a posting that a list shows, and that are read at once when it is opened. */
const FIRST = 3;
const OPENED = 200;

/** Every movement of currency, and taking it back. */
@ApiTags('ledger')
@Controller('api/ledger')
export class LedgerController {
  constructor(
    private readonly database: Database,
    private readonly page: LedgerPage,
    private readonly reversing: Reversing,
    private readonly verification: Verification,
    private readonly tasks: Tasks,
  ) {}

  /** Movements, newest first. */
  @Get()
  @ApiOkResponse({ type: [PostingDto] })
  async all(@Query() asked: PostingsQuery, @WhileAwaited() signal: AbortSignal): Promise<PostingDto[]> {
    const { before, limit, viewer } = asked;
    const rows = await this.page.page({ ...wantedOf(asked), before }, limit, { signal });
    const ids = rows.map(({ id }) => id);
    const entries = await this.page.firstEntries(ids, FIRST, viewer, { signal });
    const words = await actorsInWords(
      this.database.read,
      rows.map(({ actor }) => actor),
    );
    return rows.map((row) => postingView(row, entries, words));
  }

  /** Whether the ledger adds up, as far as that was asked. */
  @Get('verification')
  @ApiOkResponse({ type: VerificationDto })
  verified(): VerificationDto {
    return verificationView(this.verification.state);
  }

  /** Begins adding up all of it. */
  @Post('verification')
  @HttpCode(202)
  @ApiOkResponse({ type: VerificationDto })
  verify(): VerificationDto {
    this.verification.begin();
    return verificationView(this.verification.state);
  }

  /** Ends adding up early, with no verdict. */
  @Post('verification/cancel')
  @HttpCode(204)
  @ApiNoContentResponse()
  cancelVerification(): void {
    this.verification.cancel();
  }

  /** What taking back all that fit would come to; nothing is changed. */
  @Post('reversal/look')
  @HttpCode(200)
  @ApiOkResponse({ type: ReversalDto })
  lookAll(@Body() wanted: PostingsWanted): Promise<ReversalDto> {
    return this.reversing.look(wantedOf(wanted)).then(reversalView);
  }

  /** Takes back all that fit. */
  @Post('reversal')
  @HttpCode(200)
  @ApiOkResponse({ type: ReversalDto })
  @ApiConflictResponse({ type: ProblemView })
  reverseAll(@Body() wanted: PostingsWanted, @By() actor: Actor): Promise<ReversalDto> {
    return this.reverseAsTask(wantedOf(wanted), actor);
  }

  /** What taking one movement back would come to; nothing is changed. */
  @Get(':id/reversal')
  @ApiOkResponse({ type: ReversalDto })
  look(@Param('id', ParseIntPipe) id: number): Promise<ReversalDto> {
    return this.reversing.look({ id }).then(reversalView);
  }

  @Post(':id/reversal')
  @HttpCode(200)
  @ApiOkResponse({ type: ReversalDto })
  @ApiConflictResponse({ type: ProblemView })
  reverse(@Param('id', ParseIntPipe) id: number, @By() actor: Actor): Promise<ReversalDto> {
    return this.reverseAsTask({ id }, actor);
  }

  private async reverseAsTask(asked: AskedReversal, actor: Actor): Promise<ReversalDto> {
    return reversalView(
      await this.tasks.run('Taking back', (task) => this.reversing.reverse(asked, actor, task)),
    );
  }

  /** The entries of one movement, in their order. */
  @Get(':id/entries')
  @ApiOkResponse({ type: [EntryDto] })
  async entries(
    @Param('id', ParseIntPipe) id: number,
    @Query() { after }: EntriesQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<EntryDto[]> {
    return (await this.page.entriesOf(id, after, OPENED, { signal })).map(entryView);
  }
}

function reversalView({ postings, total, viewers, short, made }: ReversalOutcome): ReversalDto {
  return { postings, total, viewers, short: [...short], made: [...made] };
}
