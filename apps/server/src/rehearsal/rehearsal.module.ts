import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { ViewersModule } from '../viewers/index.js';
import { RehearsalController } from './rehearsal.controller.js';
import { RehearsalService } from './rehearsal.service.js';

@Module({
  imports: [ChatModule, CommandsModule, PipelineModule, ViewersModule],
  controllers: [RehearsalController],
  providers: [RehearsalService],
})
export class RehearsalModule {}
