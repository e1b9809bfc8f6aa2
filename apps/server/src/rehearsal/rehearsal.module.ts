import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { RehearsalController } from './rehearsal.controller.js';
import { RehearsalService } from './rehearsal.service.js';

@Module({
  imports: [ChatModule, ThingsModule, ViewersModule],
  controllers: [RehearsalController],
  providers: [RehearsalService],
  exports: [RehearsalService],
})
export class RehearsalModule {}
