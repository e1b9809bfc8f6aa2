import { Controller, HttpCode, Param, Post } from '@nestjs/common';
import { ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { NamedRoutinesService } from '../routines/index.js';
import { ChannelEvents } from './channel-events.js';

@ApiTags('runs')
@Controller('api/routines')
export class ByHandController {
  constructor(
    private readonly routines: NamedRoutinesService,
    private readonly events: ChannelEvents,
  ) {}

  /** Starts a routine by hand, as its button does. */
  @Post(':id/run')
  @HttpCode(204)
  @ApiNoContentResponse()
  async run(@Param('id') id: string): Promise<void> {
    await this.events.begin(this.routines.require(id).id, 'streamer');
  }
}
