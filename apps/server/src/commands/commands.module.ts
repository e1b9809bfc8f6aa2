import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { RoutinesModule } from '../routines/index.js';
import { ViewersModule } from '../viewers/index.js';
import { CommandsController } from './commands.controller.js';
import { CommandsService } from './commands.service.js';
import { CommandsStore } from './commands.store.js';

@Module({
  imports: [ActivityModule, RoutinesModule, ViewersModule],
  controllers: [CommandsController],
  providers: [CommandsService, CommandsStore],
  exports: [CommandsService, CommandsStore],
})
export class CommandsModule {}
