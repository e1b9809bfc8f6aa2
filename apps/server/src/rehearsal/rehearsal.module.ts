import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { SettingsModule } from '../settings/index.js';
import { TimersModule } from '../timers/index.js';
import { ViewersModule } from '../viewers/index.js';
import { RehearsalController } from './rehearsal.controller.js';
import { TimersAhead } from './timers-ahead.js';
import { RehearsalService } from './rehearsal.service.js';

@Module({
  imports: [ChatModule, CommandsModule, PipelineModule, SettingsModule, TimersModule, ViewersModule],
  controllers: [RehearsalController],
  providers: [RehearsalService, TimersAhead],
})
export class RehearsalModule {}
