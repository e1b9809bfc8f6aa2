import { Body, Controller, Get, HttpCode, Post, Put, Query } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import type { Actor } from '@gully/core/actors';
import { KEPT_SPANS, wordFault, type KeptSpan } from '@gully/core/routines';
import { MayBeMissing, Problem, ProblemView, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { ViewerChanges } from '../viewers/index.js';
import { MemoryPage } from './memory-page.js';
import { MemoryStore } from './memory.store.js';

class RememberedNamesDto {
  @ApiProperty({ type: [String] }) names!: string[];
}

class MemoryQuery {
  @ApiPropertyOptional({ enum: KEPT_SPANS }) @MayBeMissing() @IsIn(KEPT_SPANS) span?: KeptSpan;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(40) viewer?: string;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(100) search: string = '';
  @ApiPropertyOptional() @MayBeMissing() @Type(() => Number) @IsInt() @Min(1) @Max(200) limit: number = 100;
  @ApiPropertyOptional()
  @MayBeMissing()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(1_000_000_000)
  offset: number = 0;
}

class WordPlaceDto {
  @ApiProperty({ enum: KEPT_SPANS, enumName: 'KeptSpan' }) @IsIn(KEPT_SPANS) span!: KeptSpan;
  @ApiProperty({ description: 'the viewer’s id; empty for what is not by viewer' })
  @IsString()
  @MaxLength(40)
  viewer!: string;
  @ApiProperty() @IsString() @MaxLength(100) name!: string;
}
class WordBodyDto extends WordPlaceDto {
  @ApiProperty({ type: String, nullable: true, description: 'null to forget it' })
  @IsOptional()
  @IsString()
  @MaxLength(2_000)
  text!: string | null;
}
class WordDto extends WordPlaceDto {
  @ApiProperty({ description: 'what the viewer is called now' }) viewerName!: string;
  @ApiProperty() text!: string;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}

class ForgettingDto {
  @ApiPropertyOptional({ enum: KEPT_SPANS, description: 'all of this span' })
  @MayBeMissing()
  @IsIn(KEPT_SPANS)
  span?: KeptSpan;
  @ApiPropertyOptional({ description: 'all by this word' })
  @MayBeMissing()
  @IsString()
  @MaxLength(100)
  name?: string;
  @ApiPropertyOptional({ description: 'all of this viewer' })
  @MayBeMissing()
  @IsString()
  @MaxLength(40)
  viewer?: string;
}
class ForgottenDto {
  @ApiProperty() count!: number;
}

/** What is remembered: looked through, changed and forgotten. */
@ApiTags('memory')
@Controller('api/remembered')
export class RememberedController {
  constructor(
    private readonly store: MemoryStore,
    private readonly pages: MemoryPage,
    private readonly viewers: ViewerChanges,
  ) {}

  /** The words something is remembered by, for offering them while editing. */
  @Get()
  @ApiOkResponse({ type: RememberedNamesDto })
  names(): RememberedNamesDto {
    return { names: [...this.store.usedNames()] };
  }

  /** The last changed first. */
  @Get('words')
  @ApiOkResponse({ type: [WordDto] })
  async words(
    @Query() { span, viewer, search, limit, offset }: MemoryQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<WordDto[]> {
    const rows = await this.pages.page({ span, viewer, search: search.trim() }, limit, offset, { signal });
    return rows.map((row) => ({ ...row, changedAt: new Date(row.changedAt).toISOString() }));
  }

  /** Has something remembered, or forgotten. */
  @Put('words')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async set(@Body() { span, viewer, name, text }: WordBodyDto, @By() actor: Actor): Promise<void> {
    const fault = wordFault(name, 'remembered');
    if (fault !== undefined)
      throw new Problem(422, 'Nothing was changed', `${fault}.`, { fields: { name: fault } });
    if ((span === 'viewer') !== (viewer !== ''))
      throw new Problem(
        422,
        'Nothing was changed',
        'What is remembered by viewer needs a viewer, and nothing else does.',
      );
    if (span === 'viewer' && text !== null) await this.viewers.require(viewer);
    await this.store.set({ span, viewer, name, text }, actor);
  }

  /** Forgets all that fits. */
  @Post('forget')
  @HttpCode(200)
  @ApiOkResponse({ type: ForgottenDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async forget(@Body() which: ForgettingDto): Promise<ForgottenDto> {
    if (Object.values(which).every((each) => each === undefined))
      throw new Problem(422, 'Nothing was forgotten', 'Say which: of a span, by a word, or of a viewer.');
    return { count: await this.store.forgetAll(which) };
  }
}
