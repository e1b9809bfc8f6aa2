export { Deliveries } from './deliveries.js';
export { WebhooksModule } from './webhooks.module.js';
export { WebhooksStore } from './webhooks.store.js';
export * from './rows.js';
export { signerOf } from './signer.js';
