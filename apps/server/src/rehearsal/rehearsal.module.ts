import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { CommandsModule } from '../commands/index.js';
import { RehearsalController } from './rehearsal.controller.js';
import { RehearsalService } from './rehearsal.service.js';

@Module({
  imports: [ChatModule, CommandsModule],
  controllers: [RehearsalController],
  providers: [RehearsalService],
})
export class RehearsalModule {}
