import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { ListsModule } from '../lists/index.js';
import { OutputsModule } from '../outputs/index.js';
import { RoutinesModule } from '../routines/index.js';
import { RunsModule } from '../runs/index.js';
import { StreamModule } from '../stream/index.js';
import { ViewersModule } from '../viewers/index.js';
import { WebhooksModule } from '../webhooks/index.js';
import { Happenings } from './happenings.js';
import { Performer } from './performer.js';
import { PipelineService } from './pipeline.service.js';
import { RunsController } from './runs.controller.js';
import { ChannelWorld } from './world.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    CommandsModule,
    ListsModule,
    OutputsModule,
    RoutinesModule,
    RunsModule,
    StreamModule,
    ViewersModule,
    WebhooksModule,
  ],
  controllers: [RunsController],
  providers: [ChannelWorld, Happenings, Performer, PipelineService],
  exports: [ChannelWorld, Happenings, PipelineService],
})
export class PipelineModule {}
