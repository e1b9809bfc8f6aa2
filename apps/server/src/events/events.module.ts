import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RoutinesModule } from '../routines/index.js';
import { RunsModule } from '../runs/index.js';
import { StreamModule } from '../stream/index.js';
import { ViewersModule } from '../viewers/index.js';
import { ByHandController } from './by-hand.controller.js';
import { ChannelEvents } from './channel-events.js';
import { EventsController } from './events.controller.js';
import { Following } from './following.js';
import { Present } from './present.js';
import { EventsService } from './events.service.js';
import { LateEventsController } from './late.js';
import { OutsideEvents } from './outside-events.js';
import { EventTelling } from './telling.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    PipelineModule,
    RoutinesModule,
    RunsModule,
    StreamModule,
    ViewersModule,
  ],
  controllers: [ByHandController, EventsController, LateEventsController],
  providers: [ChannelEvents, EventTelling, EventsService, Following, OutsideEvents, Present],
  exports: [ChannelEvents, Following],
})
export class EventsModule {}
