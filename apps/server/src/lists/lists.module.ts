import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ListsController } from './lists.controller.js';
import { ListsService } from './lists.service.js';
import { ListsStore } from './lists.store.js';

@Module({
  imports: [ActivityModule],
  controllers: [ListsController],
  providers: [ListsStore, ListsService],
  exports: [ListsStore, ListsService],
})
export class ListsModule {}
