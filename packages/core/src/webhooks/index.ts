export type { PostStep } from './steps.js';
export type { PostChange, WebhooksView } from './types.js';
