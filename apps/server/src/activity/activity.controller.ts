import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { IsIn, IsString, MaxLength } from 'class-validator';
import {
  ABOUT_KINDS,
  ACTIVITY_KINDS,
  type About,
  type ActivityKind,
  type ActivityView,
} from '@gully/core/news';
import { PageQuery } from '../chat/index.js';
import { MayBeMissing, WhileAwaited } from '../problem/index.js';
import { ActivityService } from './activity.service.js';

class AboutDto implements About {
  @ApiProperty({ enum: ABOUT_KINDS, enumName: 'AboutKind' }) kind!: About['kind'];
  @ApiProperty() id!: string;
}

class ActivityDto implements ActivityView {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty({ enum: ACTIVITY_KINDS, enumName: 'ActivityKind' }) kind!: ActivityKind;
  @ApiProperty() subject!: string;
  @ApiProperty() text!: string;
  @ApiProperty({
    type: AboutDto,
    nullable: true,
    description: 'what can be opened from it: the why of a line or a run, or a thing',
  })
  about!: AboutDto | null;
}

class ActivityQuery extends PageQuery {
  @ApiPropertyOptional({ description: 'what a viewer had happen, by their id' })
  @MayBeMissing()
  @IsString()
  @MaxLength(40)
  viewer?: string;
  @ApiPropertyOptional({ enum: ACTIVITY_KINDS, enumName: 'ActivityKind' })
  @MayBeMissing()
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
