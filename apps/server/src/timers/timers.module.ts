import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { CommandsModule } from '../commands/index.js';
import { RoutinesModule } from '../routines/index.js';
import { SettingsModule } from '../settings/index.js';
import { TimersClock } from './clock.js';
import { ChatRates } from './rate.js';
import { TimerTargets } from './targets.js';
import { TimersController } from './timers.controller.js';
import { TimersService } from './timers.service.js';
import { TimersStore } from './timers.store.js';

@Module({
  imports: [ActivityModule, CommandsModule, RoutinesModule, SettingsModule],
  controllers: [TimersController],
  providers: [ChatRates, TimersClock, TimerTargets, TimersService, TimersStore],
  exports: [ChatRates, TimersClock, TimerTargets, TimersService, TimersStore],
})
export class TimersModule {}
