import { insertMany } from '../../database/index.js';
import { DeliveryRow, WebhookRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { BOARD, demoPosts } from './posts.js';

export { BOARD } from './posts.js';

/** The stand-in's board as a webhook, and what it was sent. */
export const webhooksPart: MakeDemoPart = ({ now, board, id }) => ({
  look: () => ({ webhooks: { names: () => [BOARD] } }),
  // Nothing was posted on past evenings by what was played; what was sent is told.
  records: { post: () => undefined },
  async store(manager) {
    await manager.insert(WebhookRow, { name: BOARD, address: board, secret: '', changedAt: now });
    await insertMany(manager, DeliveryRow, demoPosts(now, id));
  },
});
