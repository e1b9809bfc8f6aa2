import { Module } from '@nestjs/common';
import { PipelineModule } from '../pipeline/index.js';
import { RoutinesModule } from '../routines/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { CommandsController } from './commands.controller.js';
import { CommandsService } from './commands.service.js';
import { CommandsStore } from './commands.store.js';
import { FromChat } from './from-chat.js';

@Module({
  imports: [PipelineModule, RoutinesModule, ThingsModule, ViewersModule],
  controllers: [CommandsController],
  providers: [CommandsService, CommandsStore, FromChat],
  exports: [CommandsService, CommandsStore],
})
export class CommandsModule {}
