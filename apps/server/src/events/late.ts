import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { IsIn, IsInt, Min } from 'class-validator';
import { ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { SettingsService, type SettingOf } from '../settings/index.js';

const LATE_CHOICES = ['told', 'passed-over'] as const;
type LateEvents = (typeof LATE_CHOICES)[number];

/** What becomes of an event that is told of long after it happened: it starts what waits for it and says so, or starts nothing. */
export const LATE_EVENTS: SettingOf<LateEvents> = { name: 'late-events', fallback: 'told' };

class LateEventsDto {
  @ApiProperty({ enum: LATE_CHOICES, enumName: 'LateEvents' }) @IsIn(LATE_CHOICES) value!: LateEvents;
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}

@ApiTags('settings')
@Controller('api/late-events')
export class LateEventsController {
  constructor(private readonly settings: SettingsService) {}

  @Get()
  @ApiOkResponse({ type: LateEventsDto })
  now(): LateEventsDto {
    return this.settings.get(LATE_EVENTS);
  }

  @Put()
  @ApiOkResponse({ type: LateEventsDto })
  @ApiConflictResponse({ type: ProblemView })
  set(@Body() { value, version }: LateEventsDto, @By() actor: Actor): Promise<LateEventsDto> {
    return this.settings.set(LATE_EVENTS, value, version, actor);
  }
}
