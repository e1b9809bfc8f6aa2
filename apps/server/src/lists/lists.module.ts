import { Module } from '@nestjs/common';
import { ThingsModule } from '../things/index.js';
import { ListLines } from './list-lines.js';
import { ListsController } from './lists.controller.js';
import { ListsService } from './lists.service.js';
import { ListsStore } from './lists.store.js';

@Module({
  imports: [ThingsModule],
  controllers: [ListsController],
  providers: [ListsStore, ListsService, ListLines],
  exports: [ListsStore, ListsService],
})
export class ListsModule {}
