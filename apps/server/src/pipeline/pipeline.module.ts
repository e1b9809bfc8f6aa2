import { Module } from '@nestjs/common';
import { ViewersModule } from '../viewers/index.js';
import { PipelineService } from './pipeline.service.js';

@Module({ imports: [ViewersModule], providers: [PipelineService], exports: [PipelineService] })
export class PipelineModule {}
