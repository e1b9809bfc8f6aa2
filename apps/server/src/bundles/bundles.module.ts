import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { CommandsModule } from '../commands/index.js';
import { ListsModule } from '../lists/index.js';
import { RoutinesModule } from '../routines/index.js';
import { TimersModule } from '../timers/index.js';
import { WebhooksModule } from '../webhooks/index.js';
import { BundledChannel } from './bundled-channel.js';
import { BundlesController } from './bundles.controller.js';
import { Exporting } from './exporting.js';
import { Importing } from './importing.js';
import { Looking } from './looking.js';
import { Undoing } from './undoing.js';

@Module({
  imports: [ActivityModule, CommandsModule, ListsModule, RoutinesModule, TimersModule, WebhooksModule],
  controllers: [BundlesController],
  providers: [BundledChannel, Exporting, Importing, Looking, Undoing],
})
export class BundlesModule {}
