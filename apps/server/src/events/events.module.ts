import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { StreamModule } from '../stream/index.js';
import { ViewersModule } from '../viewers/index.js';
import { EventsController } from './events.controller.js';
import { EventsService } from './events.service.js';

@Module({
  imports: [ActivityModule, PipelineModule, StreamModule, ViewersModule],
  controllers: [EventsController],
  providers: [EventsService],
})
export class EventsModule {}
