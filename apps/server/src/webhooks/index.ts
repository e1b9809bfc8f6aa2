export { Deliveries } from './deliveries.js';
export { signatureOf } from './sending.js';
export { WebhooksModule } from './webhooks.module.js';
export { WebhooksStore } from './webhooks.store.js';
export * from './rows.js';
