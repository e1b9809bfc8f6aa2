import { Module } from '@nestjs/common';
import { PipelineModule } from '../pipeline/index.js';
import { StreamModule } from '../stream/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { CountersController } from './counters.controller.js';
import { CountersStore } from './counters.store.js';
import { DrawsStore } from './draws.store.js';
import { MemoryPage } from './memory-page.js';
import { MemoryStore } from './memory.store.js';
import { NamedRoutinesController } from './named.controller.js';
import { NamedRoutinesService } from './named.service.js';
import { NamedRoutinesStore } from './named.store.js';
import { RememberedController } from './remembered.controller.js';
import { Calls } from './calls.js';

@Module({
  imports: [PipelineModule, StreamModule, ThingsModule, ViewersModule],
  controllers: [CountersController, NamedRoutinesController, RememberedController],
  providers: [
    CountersStore,
    DrawsStore,
    MemoryPage,
    MemoryStore,
    NamedRoutinesStore,
    NamedRoutinesService,
    Calls,
  ],
  exports: [CountersStore, MemoryStore, NamedRoutinesStore, NamedRoutinesService, Calls],
})
export class RoutinesModule {}
