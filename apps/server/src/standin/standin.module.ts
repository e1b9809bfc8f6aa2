import { Module } from '@nestjs/common';
import { StreamModule } from '../stream/index.js';
import { StandinController } from './standin.controller.js';
import { StandinService } from './standin.service.js';

@Module({
  imports: [StreamModule],
  controllers: [StandinController],
  providers: [StandinService],
  exports: [StandinService],
})
export class StandinModule {}
