import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { ViewersModule } from '../viewers/index.js';
import { PipelineService } from './pipeline.service.js';

@Module({
  imports: [ActivityModule, ChatModule, CommandsModule, ViewersModule],
  providers: [PipelineService],
  exports: [PipelineService],
})
export class PipelineModule {}
