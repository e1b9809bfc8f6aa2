import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
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

@ApiTags('activity')
@Controller('api/activity')
export class ActivityController {
  constructor(private readonly activity: ActivityService) {}

  @Get()
  @ApiOkResponse({ type: [ActivityDto] })
  page(@Query() { before, limit }: PageQuery, @WhileAwaited() signal: AbortSignal): Promise<ActivityDto[]> {
    return this.activity.page(before, limit, { signal });
  }
}
