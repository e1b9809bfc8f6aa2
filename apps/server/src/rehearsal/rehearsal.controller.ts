import { Body, Controller, Delete, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
} from '@nestjs/swagger';
import { FORCED, type Forced } from '@gully/core/random';
import { Type } from 'class-transformer';
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { WhyDto } from '../chat/index.js';
import { CommandBodyDto } from '../commands/index.js';
import { Persona } from '../settings/index.js';
import { RehearsalService } from './rehearsal.service.js';

/** A week, in seconds. */
const AHEAD_LIMIT = 604_800;

class DraftDto extends CommandBodyDto {
  @ApiPropertyOptional() @IsOptional() @IsString() @Length(1, 40) id?: string;
}

class RehearsedLineDto {
  @ApiProperty({ description: 'names this rehearsal; made by the page' })
  @IsString()
  @Length(10, 60)
  session!: string;
  @ApiProperty() @ValidateNested() @Type(() => Persona) persona!: Persona;
  @ApiProperty({ maxLength: 5000 })
  @IsString()
  @Length(1, 5000, { message: 'A line has 1 to 5,000 characters' })
  text!: string;
  @ApiPropertyOptional({
    minimum: 0,
    maximum: AHEAD_LIMIT,
    description: 'seconds the rehearsal’s clock is ahead of the real one',
  })
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(AHEAD_LIMIT)
  ahead?: number;
  @ApiPropertyOptional({
    enum: FORCED,
    enumName: 'Forced',
    description: 'what chance comes to, where it is not left to chance',
  })
  @IsOptional()
  @IsIn(FORCED)
  forced?: Forced;
  @ApiPropertyOptional({ description: 'as if live or offline' }) @IsOptional() @IsBoolean() live?: boolean;
  @ApiPropertyOptional({ description: 'as if in this category' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  category?: string;
  @ApiPropertyOptional({ description: 'the command open in the editor, unsaved' })
  @IsOptional()
  @ValidateNested()
  @Type(() => DraftDto)
  draft?: DraftDto;
}

class RehearsedDto {
  @ApiProperty({ type: [String] }) said!: string[];
  @ApiProperty({ type: [String] }) effects!: string[];
  @ApiProperty() why!: WhyDto;
}

@ApiTags('rehearsal')
@Controller('api/rehearsal')
export class RehearsalController {
  constructor(private readonly rehearsal: RehearsalService) {}

  @Post('lines')
  @HttpCode(200)
  @ApiOkResponse({ type: RehearsedDto })
  async say(@Body() { session, persona, text, ...given }: RehearsedLineDto): Promise<RehearsedDto> {
    const started = performance.now();
    const circumstances = { ...given, ahead: given.ahead ?? 0 };
    const { said, effects, why } = await this.rehearsal.say(session, persona, text, circumstances);
    const tookMs = Math.round((performance.now() - started) * 100) / 100;
    return { said: [...said], effects: [...effects], why: { ...why, checks: [...why.checks], tookMs } };
  }

  @Delete(':session')
  @HttpCode(204)
  @ApiNoContentResponse()
  reset(@Param('session') session: string): void {
    this.rehearsal.reset(session);
  }
}
