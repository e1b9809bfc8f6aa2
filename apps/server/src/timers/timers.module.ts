import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { MessagesModule } from '../messages/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RoutinesModule } from '../routines/index.js';
import { RunsModule } from '../runs/index.js';
import { SettingsModule } from '../settings/index.js';
import { StreamModule } from '../stream/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { TimersClock } from './clock.js';
import { ChatRates } from './rate.js';
import { TimerTargets } from './targets.js';
import { TimersAhead } from './timers-ahead.js';
import { TimersController } from './timers.controller.js';
import { TimersService } from './timers.service.js';
import { TimersStore } from './timers.store.js';
import { TimingController } from './timing.controller.js';
import { TimersByStep } from './by-step.js';
import { TimerStandings } from './standings.js';
import { Timing } from './timing.js';
import { TimersWaking } from './waking.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    CommandsModule,
    MessagesModule,
    PipelineModule,
    RoutinesModule,
    RunsModule,
    SettingsModule,
    StreamModule,
    ThingsModule,
    ViewersModule,
  ],
  controllers: [TimersController, TimingController],
  providers: [
    ChatRates,
    TimersClock,
    TimerStandings,
    TimerTargets,
    TimersAhead,
    TimersByStep,
    TimersService,
    TimersStore,
    TimersWaking,
    Timing,
  ],
  exports: [TimersAhead, TimersClock, TimersService, TimersStore, Timing],
})
export class TimersModule {}
