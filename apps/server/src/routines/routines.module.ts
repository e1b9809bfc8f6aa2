import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ListsModule } from '../lists/index.js';
import { ViewersModule } from '../viewers/index.js';
import { WebhooksModule } from '../webhooks/index.js';
import { CountersController } from './counters.controller.js';
import { NamedRoutinesController } from './named.controller.js';
import { NamedRoutinesService } from './named.service.js';
import { NamedRoutinesStore } from './named.store.js';
import { RememberedController } from './remembered.controller.js';
import { RoutinesStore } from './routines.store.js';
import { RoutineSurroundings } from './surroundings.js';

@Module({
  imports: [ActivityModule, ListsModule, ViewersModule, WebhooksModule],
  controllers: [CountersController, NamedRoutinesController, RememberedController],
  providers: [RoutinesStore, NamedRoutinesStore, NamedRoutinesService, RoutineSurroundings],
  exports: [RoutinesStore, NamedRoutinesStore, NamedRoutinesService, RoutineSurroundings],
})
export class RoutinesModule {}
