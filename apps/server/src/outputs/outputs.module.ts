import { Module } from '@nestjs/common';
import { ThingsModule } from '../things/index.js';
import { OutputKeys } from './output-keys.js';
import { OutputTextsService } from './output-texts.service.js';
import { OutputWriter } from './output-writer.js';
import { OutputFilesController, OutputsController } from './outputs.controller.js';
import { Outputs } from './outputs.js';

@Module({
  imports: [ThingsModule],
  controllers: [OutputsController, OutputFilesController],
  providers: [OutputKeys, OutputTextsService, OutputWriter, Outputs],
  exports: [Outputs],
})
export class OutputsModule {}
