import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { ThingsModule } from '../things/index.js';
import { TimersModule } from '../timers/index.js';
import { ViewersModule } from '../viewers/index.js';
import { NextTimer } from './next-timer.js';
import { NextTimerController } from './next-timer.controller.js';
import { RehearsalController } from './rehearsal.controller.js';
import { RehearsalService } from './rehearsal.service.js';

@Module({
  imports: [ChatModule, ThingsModule, TimersModule, ViewersModule],
  controllers: [NextTimerController, RehearsalController],
  providers: [NextTimer, RehearsalService],
})
export class RehearsalModule {}
