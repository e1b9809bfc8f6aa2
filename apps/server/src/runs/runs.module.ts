import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { AfterDeciding } from './after-deciding.js';
import { Review } from './review.js';
import { RunLog } from './run-log.js';
import { Running } from './running.js';
import { RunsController } from './runs.controller.js';
import { RunsStore } from './runs.store.js';

@Module({
  imports: [ActivityModule, ChatModule, PipelineModule],
  controllers: [RunsController],
  providers: [AfterDeciding, RunsStore, RunLog, Review, Running],
  exports: [AfterDeciding, RunsStore, RunLog],
})
export class RunsModule {}
