import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { KeptDaysController } from './kept-days.controller.js';
import { Pruning } from './pruning.js';

@Module({
  imports: [ChatModule],
  controllers: [KeptDaysController],
  providers: [Pruning],
  exports: [Pruning],
})
export class PruningModule {}
