import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { ListsModule } from '../lists/index.js';
import { OutputsModule } from '../outputs/index.js';
import { RoutinesModule } from '../routines/index.js';
import { RunsModule } from '../runs/index.js';
import { SettingsModule } from '../settings/index.js';
import { StreamModule } from '../stream/index.js';
import { TimersModule } from '../timers/index.js';
import { ViewersModule } from '../viewers/index.js';
import { WebhooksModule } from '../webhooks/index.js';
import { Happenings } from './happenings.js';
import { Performer } from './performer.js';
import { PipelineService } from './pipeline.service.js';
import { RunsController } from './runs.controller.js';
import { TimingController } from './timers.controller.js';
import { Timing } from './timing.js';
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
    SettingsModule,
    StreamModule,
    TimersModule,
    ViewersModule,
    WebhooksModule,
  ],
  controllers: [RunsController, TimingController],
  providers: [ChannelWorld, Happenings, Performer, PipelineService, Timing],
  exports: [ChannelWorld, Happenings, PipelineService, Timing],
})
export class PipelineModule {}
