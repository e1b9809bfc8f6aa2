import type { LiveArea } from '../area/index.js';
import { NOT_LOOKED_AT } from '../layers/index.js';
import type { WebhooksTypes } from './types.js';

export const WEBHOOKS_LIVE: LiveArea<WebhooksTypes> = {
  empty: { webhooks: { names: () => [] } },
  slices: {
    // Nothing looks at what was posted; where it is only laid over, it is not sent.
    post: {
      begin: () => NOT_LOOKED_AT,
      words: ({ webhook, body }) => [`posts to ${webhook}: ${body}`],
    },
  },
};
