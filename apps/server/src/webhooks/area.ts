import type { ServerArea } from '../area/index.js';
import { WEBHOOKS_ROWS } from './rows.js';
import { WebhooksModule } from './webhooks.module.js';

export const WEBHOOKS_AREA: ServerArea = {
  module: WebhooksModule,
  rows: WEBHOOKS_ROWS,
  demo: async () => (await import('./demo/index.js')).webhooksPart,
};
