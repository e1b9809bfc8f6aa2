import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { ConnectionModule } from '../connection/index.js';
import { EventsModule } from '../events/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RunsModule } from '../runs/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { GameActing } from './acting.js';
import { GameClock } from './clock.js';
import { GamesController, PlaysController } from './games.controller.js';
import { GamesService } from './games.service.js';
import { GameHistory } from './history.js';
import { PlaysStore } from './plays.store.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    ConnectionModule,
    EventsModule,
    PipelineModule,
    RunsModule,
    ThingsModule,
    ViewersModule,
  ],
  controllers: [GamesController, PlaysController],
  providers: [GameActing, GameClock, GameHistory, GamesService, PlaysStore],
})
export class GamesModule {}
