import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { QUIET_LEVELS, type Quiet, type QuietLevel } from '@gully/core/quiet';
import { IsIn, IsInt, Max, Min, ValidateIf } from 'class-validator';
import { ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import type { Setting } from '../settings/index.js';
import { QuietService } from './quiet.service.js';

const CHOICES = [...QUIET_LEVELS, 'off'] as const;

class QuietDto {
  @ApiProperty({ enum: CHOICES, enumName: 'QuietChoice' }) level!: QuietLevel | 'off';
  @ApiProperty({ type: String, format: 'date-time', nullable: true, description: 'null until it is lifted' })
  until!: string | null;
  @ApiProperty() version!: number;
}

class QuietChangeDto {
  @ApiProperty({ enum: CHOICES, enumName: 'QuietChoice' }) @IsIn(CHOICES) level!: QuietLevel | 'off';
  @ApiProperty({
    type: 'integer',
    minimum: 1,
    maximum: 1_440,
    nullable: true,
    description: 'from now; null until it is lifted',
  })
  @ValidateIf(({ minutes }: QuietChangeDto) => minutes !== null)
  @IsInt()
  @Min(1)
  @Max(1_440)
  minutes!: number | null;
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}

/** Keeps the bot quiet, in part or altogether. */
@ApiTags('quiet')
@Controller('api/quiet')
export class QuietController {
  constructor(private readonly quiet: QuietService) {}

  @Get()
  @ApiOkResponse({ type: QuietDto })
  now(): QuietDto {
    return viewOf(this.quiet.now());
  }

  @Put()
  @ApiOkResponse({ type: QuietDto })
  @ApiConflictResponse({ type: ProblemView })
  async set(@Body() { level, minutes, version }: QuietChangeDto, @By() actor: Actor): Promise<QuietDto> {
    return viewOf(await this.quiet.set(level, minutes, version, actor));
  }
}

function viewOf({ value: { level, until }, version }: Setting<Quiet>): QuietDto {
  return { level, until: until === null ? null : new Date(until).toISOString(), version };
}
