import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { IsInt, Max, Min } from 'class-validator';
import { ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { SettingsService } from '../settings/index.js';
import { KEPT_DAYS } from './pruning.js';

class KeptDaysDto {
  @ApiProperty({ minimum: 0, maximum: 3_650, description: 'days; 0 for good' })
  @IsInt()
  @Min(0)
  @Max(3_650)
  value!: number;
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}

/** How long chat’s lines, the activity and what ran are kept. */
@ApiTags('settings')
@Controller('api/kept-days')
export class KeptDaysController {
  constructor(private readonly settings: SettingsService) {}

  @Get()
  @ApiOkResponse({ type: KeptDaysDto })
  now(): KeptDaysDto {
    return this.settings.get(KEPT_DAYS);
  }

  @Put()
  @ApiOkResponse({ type: KeptDaysDto })
  @ApiConflictResponse({ type: ProblemView })
  set(@Body() { value, version }: KeptDaysDto, @By() actor: Actor): Promise<KeptDaysDto> {
    return this.settings.set(KEPT_DAYS, value, version, actor);
  }
}
