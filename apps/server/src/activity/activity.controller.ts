import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator';
import { ACTIVITY_KINDS, type ActivityKind, type ActivityView } from '@gully/core/news';
import { PageQuery } from '../chat/index.js';
import { WhileAwaited } from '../problem/index.js';
import { ActivityService } from './activity.service.js';

class ActivityDto implements ActivityView {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ enum: ACTIVITY_KINDS, enumName: 'ActivityKind' }) kind!: ActivityKind;
  @ApiProperty() subject!: string;
  @ApiProperty() text!: string;
}

class ActivityQuery extends PageQuery {
  @ApiPropertyOptional({ description: 'what a viewer had happen, by their id' })
  @IsOptional()
  @IsString()
  @MaxLength(40)
  viewer?: string;
  @ApiPropertyOptional({ enum: ACTIVITY_KINDS, enumName: 'ActivityKind' })
  @IsOptional()
  @IsIn(ACTIVITY_KINDS)
  kind?: ActivityKind;
}

@ApiTags('activity')
@Controller('api/activity')
export class ActivityController {
  constructor(private readonly activity: ActivityService) {}

  @Get()
  @ApiOkResponse({ type: [ActivityDto] })
  page(
    @Query() { limit, ...filter }: ActivityQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<ActivityDto[]> {
    return this.activity.page(filter, limit, { signal });
  }
}
