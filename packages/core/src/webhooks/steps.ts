import { IF_FAILS, type MayFail, type StepBase, type StepKindOf } from '../area/index.js';
import { stripControls } from '../text/index.js';
import type { WebhooksTypes } from './types.js';

/** Sends JSON to a webhook; it is tried again until it arrives. */
export interface PostStep extends StepBase, MayFail {
  readonly kind: 'post';
  /** the webhook's name */
  readonly webhook: string;
  /** Liquid that comes to JSON */
  readonly body: string;
}

/** Bytes of JSON one post may have. */
const BODY_LIMIT = 64_000;

const post: StepKindOf<WebhooksTypes, PostStep> = {
  kind: 'post',
  group: 'Do',
  verb: 'Post',
  means: 'JSON to a webhook, tried again until it arrives',
  words: ['webhook', 'http', 'send', 'notify', 'board', 'json'],
  blanks: {
    webhook: { as: 'reference', to: 'webhook', label: 'Webhook' },
    body: {
      as: 'text',
      label: 'The JSON it sends',
      example: '{ "text": {{ viewer.name | json }} }',
      most: 5_000,
      json: true,
    },
    ifFails: IF_FAILS,
  },
  line: () => ['to', { blank: 'webhook' }, { blank: 'body' }, 'if it cannot be sent,', { blank: 'ifFails' }],
  blank: (id) => ({
    kind: 'post',
    id,
    webhook: '',
    body: '{ "text": {{ viewer.name | json }} }',
    ifFails: 'go-on',
  }),
  run({ webhook, body, ifFails }, run) {
    const stop = ifFails === 'stop';
    if (!run.world.webhooks.names().includes(webhook)) return { failed: 'there is no such webhook', stop };
    const { text } = run.render(body);
    if (text.length > BODY_LIMIT) return { failed: 'the JSON is longer than 64 kB', stop };
    try {
      JSON.parse(text);
    } catch {
      return { failed: `what it would send is not valid JSON: ${stripControls(text).slice(0, 80)}`, stop };
    }
    run.change({ kind: 'post', id: run.mark, webhook, body: text, at: run.at });
    run.note(`${run.name}: posts to ${webhook}`, '', 'passed');
    return undefined;
  },
};

export const WEBHOOK_STEPS = { post };
