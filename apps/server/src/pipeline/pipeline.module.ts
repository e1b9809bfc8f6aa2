import { Module } from '@nestjs/common';
import { ViewersModule } from '../viewers/index.js';
import { LiveChannel } from './live-channel.js';
import { PipelineService } from './pipeline.service.js';

@Module({
  imports: [ViewersModule],
  providers: [LiveChannel, PipelineService],
  exports: [LiveChannel, PipelineService],
})
export class PipelineModule {}
