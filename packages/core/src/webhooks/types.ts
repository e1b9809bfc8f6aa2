import type { PostStep } from './steps.js';

export interface WebhooksView {
  names(): readonly string[];
}

/** A post to a webhook, on disk before it is tried, so that it survives a restart. */
export interface PostChange {
  readonly kind: 'post';
  /** unlike that of any other post, so that what is sent twice is known to be the same */
  readonly id: string;
  readonly webhook: string;
  readonly body: string;
  readonly at: number;
}

export interface WebhooksTypes {
  readonly view: { readonly webhooks: WebhooksView };
  readonly change: PostChange;
  readonly step: PostStep;
}
