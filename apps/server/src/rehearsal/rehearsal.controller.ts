import { Body, Controller, Delete, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
} from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { WhyDto } from '../chat/index.js';
import { CommandBodyDto } from '../commands/index.js';
import { RehearsalService } from './rehearsal.service.js';

/** A week, in seconds. */
const AHEAD_LIMIT = 604_800;

export class PersonaDto {
  @ApiProperty()
  @Matches(/^\S{1,50}$/u, { message: 'A viewer’s name is one word of at most 50 characters' })
  name!: string;
  @ApiProperty({ enum: ROLES, enumName: 'Role', isArray: true })
  @IsArray()
  @ArrayMaxSize(ROLES.length)
  @ArrayUnique()
  @IsIn(ROLES, { each: true })
  roles!: Role[];
}

class DraftDto extends CommandBodyDto {
  @ApiPropertyOptional() @IsOptional() @IsString() @Length(1, 40) id?: string;
}

class RehearsedLineDto {
  @ApiProperty({ description: 'names this rehearsal; made by the page' })
  @IsString()
  @Length(10, 60)
  session!: string;
  @ApiProperty() @ValidateNested() @Type(() => PersonaDto) persona!: PersonaDto;
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
  say(@Body() { session, persona, text, ahead, draft }: RehearsedLineDto): RehearsedDto {
    const started = performance.now();
    const { said, effects, why } = this.rehearsal.say(session, persona, text, { ahead: ahead ?? 0, draft });
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
