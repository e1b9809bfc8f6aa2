import { Module } from '@nestjs/common';
import { ThingsModule } from '../things/index.js';
import { Decoder } from './decoder.js';
import { MediaController, MediaFilesController } from './media.controller.js';
import { MediaFiles } from './media-files.js';
import { MediaService } from './media.service.js';

@Module({
  imports: [ThingsModule],
  controllers: [MediaController, MediaFilesController],
  providers: [Decoder, MediaFiles, MediaService],
  exports: [MediaFiles, MediaService],
})
export class MediaModule {}
