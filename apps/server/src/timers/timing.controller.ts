import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import { ApiConflictResponse, ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { ProblemView } from '../problem/index.js';
import { TimersService } from './timers.service.js';
import { Timing } from './timing.js';
import { HoldDto } from './views.js';

/** What is done with a timer while it runs. */
@ApiTags('timers')
@Controller('api/timers')
export class TimingController {
  constructor(
    private readonly timers: TimersService,
    private readonly timing: Timing,
  ) {}

  @Post(':id/hold')
  @HttpCode(204)
  @ApiNoContentResponse()
  hold(@Param('id') id: string, @Body() { held }: HoldDto): Promise<void> {
    return this.timing.hold(this.timers.require(id).id, held);
  }

  @Post(':id/fire')
  @HttpCode(204)
  @ApiNoContentResponse()
  @ApiConflictResponse({ type: ProblemView })
  async fire(@Param('id') id: string): Promise<void> {
    await this.timing.fire(this.timers.require(id).id, 'streamer');
  }
}
