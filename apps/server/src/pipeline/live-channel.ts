import { Injectable } from '@nestjs/common';
import { ChannelWorld, Keepers, Performers } from '../live/index.js';
import { PipelineService } from './pipeline.service.js';

/** The live channel: what there is to see of it, what keeps it, how it is changed, and what it does. */
@Injectable()
export class LiveChannel {
  constructor(
    readonly world: ChannelWorld,
    readonly keepers: Keepers,
    readonly pipeline: PipelineService,
    readonly performers: Performers,
  ) {}
}
