import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { RoutinesModule } from '../routines/index.js';
import { StreamModule } from '../stream/index.js';
import { ViewersModule } from '../viewers/index.js';
import { PipelineService } from './pipeline.service.js';
import { ChannelWorld } from './world.js';

@Module({
  imports: [ActivityModule, ChatModule, CommandsModule, RoutinesModule, StreamModule, ViewersModule],
  providers: [ChannelWorld, PipelineService],
  exports: [ChannelWorld, PipelineService],
})
export class PipelineModule {}
