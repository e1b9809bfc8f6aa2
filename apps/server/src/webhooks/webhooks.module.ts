import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ThingsModule } from '../things/index.js';
import { Deliveries } from './deliveries.js';
import { WebhooksController } from './webhooks.controller.js';
import { WebhooksStore } from './webhooks.store.js';

@Module({
  imports: [ActivityModule, ThingsModule],
  controllers: [WebhooksController],
  providers: [WebhooksStore, Deliveries],
  exports: [WebhooksStore, Deliveries],
})
export class WebhooksModule {}
