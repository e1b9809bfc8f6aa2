import type { ServerArea } from '../area/index.js';
import { PipelineModule } from './pipeline.module.js';

export const PIPELINE_AREA: ServerArea = {
  module: PipelineModule,
};
