import { Module } from '@nestjs/common';
import { ConnectionModule } from '../connection/index.js';
import { EventsModule } from '../events/index.js';
import { OutputsModule } from '../outputs/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RunsModule } from '../runs/index.js';
import { StreamModule } from '../stream/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewerParts, ViewersModule } from '../viewers/index.js';
import { QueueActing } from './acting.js';
import { QueueBans } from './bans.js';
import { Bumps } from './bumps.js';
import { QueueClock } from './due.js';
import { HandlesService } from './handles.service.js';
import { HistoryController } from './history.controller.js';
import { QueueHistory } from './history.js';
import { eraseFromQueues, joinInQueues } from './merging.js';
import { QueueOutputs } from './queue-outputs.js';
import { HandlesController, QueuesController } from './queues.controller.js';
import { QueuesService } from './queues.service.js';
import { QueuesStore } from './queues.store.js';

@Module({
  imports: [
    ConnectionModule,
    EventsModule,
    OutputsModule,
    PipelineModule,
    RunsModule,
    StreamModule,
    ThingsModule,
    ViewersModule,
  ],
  controllers: [QueuesController, HandlesController, HistoryController],
  providers: [
    QueueActing,
    QueueBans,
    Bumps,
    QueueClock,
    HandlesService,
    QueueHistory,
    QueueOutputs,
    QueuesService,
    QueuesStore,
  ],
})
export class QueueModule {
  constructor(parts: ViewerParts) {
    parts.add({ join: joinInQueues, erase: eraseFromQueues });
  }
}
