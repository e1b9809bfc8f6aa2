import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { CommandsModule } from '../commands/index.js';
import { ListsModule } from '../lists/index.js';
import { RoutinesModule } from '../routines/index.js';
import { WebhooksModule } from '../webhooks/index.js';
import { BundlesController } from './bundles.controller.js';
import { Exporting } from './exporting.js';
import { Importing } from './importing.js';

@Module({
  imports: [ActivityModule, CommandsModule, ListsModule, RoutinesModule, WebhooksModule],
  controllers: [BundlesController],
  providers: [Exporting, Importing],
})
export class BundlesModule {}
