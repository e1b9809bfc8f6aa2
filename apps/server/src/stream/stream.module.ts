import { Module } from '@nestjs/common';
import { StreamController } from './stream.controller.js';
import { Streams } from './streams.js';
import { StreamService } from './stream.service.js';

@Module({
  controllers: [StreamController],
  providers: [StreamService, Streams],
  exports: [StreamService, Streams],
})
export class StreamModule {}
