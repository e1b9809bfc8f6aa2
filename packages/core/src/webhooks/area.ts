import type { Area } from '../area/index.js';
import { WEBHOOK_STEPS } from './steps.js';
import type { WebhooksTypes } from './types.js';

export const WEBHOOKS_AREA: Area<WebhooksTypes> = {
  steps: WEBHOOK_STEPS,
};
