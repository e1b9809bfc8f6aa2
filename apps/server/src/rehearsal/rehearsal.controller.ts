import { EVENT_KINDS } from '@gully/core/channel';
import { Body, Controller, Delete, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
} from '@nestjs/swagger';
import { amountInWords } from '@gully/core/currency';
import { LEAST_LIMIT } from '@gully/core/routines';
import { FORCED, type Forced } from '@gully/core/random';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { WhyDto } from '../chat/index.js';
import { Persona } from '../settings/index.js';
import { AllThings } from '../things/index.js';
import { MayBeMissing } from '../problem/index.js';
import { DraftDto, readDrafts } from './drafts.js';
import type { Said } from './playing.js';
import { RehearsalService, type Circumstances, type Rehearsed } from './rehearsal.service.js';

/** A week, in seconds. */
const AHEAD_LIMIT = 604_800;

export class CircumstancesDto {
  @ApiProperty({ description: 'names this rehearsal; made by the page' })
  @IsString()
  @Length(10, 60)
  session!: string;
  @ApiProperty() @ValidateNested() @Type(() => Persona) persona!: Persona;
  @ApiPropertyOptional({
    minimum: 0,
    maximum: AHEAD_LIMIT,
    description: 'seconds the rehearsal’s clock is ahead of the real one',
  })
  @MayBeMissing()
  @IsInt()
  @Min(0)
  @Max(AHEAD_LIMIT)
  ahead?: number;
  @ApiPropertyOptional({
    enum: FORCED,
    enumName: 'Forced',
    description: 'what chance comes to, where it is not left to chance',
  })
  @MayBeMissing()
  @IsIn(FORCED)
  forced?: Forced;
  @ApiPropertyOptional({ description: 'as if live or offline' }) @MayBeMissing() @IsBoolean() live?: boolean;
  @ApiPropertyOptional({ description: 'as if in this category' })
  @MayBeMissing()
  @IsString()
  @MaxLength(200)
  category?: string;
  @ApiPropertyOptional({ type: [DraftDto], description: 'what is open in editors, unsaved' })
  @MayBeMissing()
  @IsArray()
  @ArrayMaxSize(10)
  @ValidateNested({ each: true })
  @Type(() => DraftDto)
  drafts: DraftDto[] = [];
}

class RehearsedLineDto extends CircumstancesDto {
  @ApiProperty({ maxLength: 5000 })
  @IsString()
  @Length(1, 5000, { message: 'A line has 1 to 5,000 characters' })
  text!: string;
}

const KINDS = [...EVENT_KINDS, 'hand'] as const;

class RehearsedEventDto extends CircumstancesDto {
  @ApiProperty({ enum: KINDS, description: 'hand: the routine open in the editor is run' })
  @IsIn(KINDS)
  kind!: (typeof KINDS)[number];
  @ApiPropertyOptional({ minimum: 0 }) @MayBeMissing() @IsInt() @Min(0) @Max(LEAST_LIMIT) count: number = 0;
  @ApiPropertyOptional() @MayBeMissing() @IsString() @MaxLength(500) message: string = '';
}

class SaidDto implements Said {
  @ApiProperty() text!: string;
  @ApiProperty({ description: 'seconds after what started it' }) after!: number;
  @ApiProperty({ enum: ['chat', 'reply', 'tell'] }) how!: Said['how'];
}

export class RehearsedDto {
  @ApiProperty({ type: [SaidDto] }) said!: SaidDto[];
  @ApiProperty({ type: [String] }) effects!: string[];
  @ApiProperty() why!: WhyDto;
}

@ApiTags('rehearsal')
@Controller('api/rehearsal')
export class RehearsalController {
  constructor(
    private readonly rehearsal: RehearsalService,
    private readonly things: AllThings,
  ) {}

  @Post('lines')
  @HttpCode(200)
  @ApiOkResponse({ type: RehearsedDto })
  async say(@Body() { session, persona, text, ...given }: RehearsedLineDto): Promise<RehearsedDto> {
    const circumstances = await circumstancesOf(given, this.things);
    return timed(() => this.rehearsal.say(session, persona, text, circumstances));
  }

  /** As if something happened on the channel, or a hand started the routine that is open. */
  @Post('events')
  @HttpCode(200)
  @ApiOkResponse({ type: RehearsedDto })
  async happen(
    @Body() { session, persona, kind, count, message, ...given }: RehearsedEventDto,
  ): Promise<RehearsedDto> {
    const event = {
      kind,
      count,
      message,
      amount: kind === 'tip' ? amountInWords(count, 'EUR') : '',
      recipient: '',
    };
    const circumstances = await circumstancesOf(given, this.things);
    return timed(() => this.rehearsal.happen(session, persona, event, circumstances));
  }

  @Delete(':session')
  @HttpCode(204)
  @ApiNoContentResponse()
  reset(@Param('session') session: string): void {
    this.rehearsal.reset(session);
  }
}

/** What is different from the channel, with drafts read by their kinds. @throws Problem 422 for one that is no draft */
export async function circumstancesOf(
  { drafts, ahead = 0, ...given }: Omit<CircumstancesDto, 'session' | 'persona'>,
  things: AllThings,
): Promise<Circumstances> {
  return { ...given, ahead, drafts: await readDrafts(drafts, things) };
}

/** @returns what a rehearsal comes to, with how long it took */
export async function timed(work: () => Promise<Rehearsed>): Promise<RehearsedDto> {
  const started = performance.now();
  const { said, effects, why } = await work();
  const tookMs = Math.round((performance.now() - started) * 100) / 100;
  return { said: [...said], effects: [...effects], why: { ...why, checks: [...why.checks], tookMs } };
}
