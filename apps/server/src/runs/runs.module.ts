import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RunLog } from './run-log.js';
import { Running } from './running.js';
import { RunsController } from './runs.controller.js';
import { RunsStore } from './runs.store.js';

@Module({
  imports: [ChatModule, PipelineModule],
  controllers: [RunsController],
  providers: [RunsStore, RunLog, Running],
  exports: [RunsStore, RunLog],
})
export class RunsModule {}
