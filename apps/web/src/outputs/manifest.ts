import { askAgain, webhooksQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

export const OUTPUTS: Manifest = {
  places: [{ path: '/prepare/outputs', load: async () => (await import('./outputs-page.js')).OutputsPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Show',
      to: '/prepare/outputs',
      label: 'Outputs',
      words: ['webhook', 'file'],
    },
  ],
  referable: {
    kind: 'webhook',
    query: webhooksQuery,
    options: (webhooks: readonly { readonly name: string }[]) =>
      webhooks.map(({ name }) => ({ value: name, label: name })),
    first: { label: 'Add a webhook first', to: '/prepare/outputs' },
  },
  news: {
    webhook: () => {
      askAgain(webhooksQuery.queryKey);
    },
    delivery: () => {
      askAgain(['deliveries']);
    },
  },
};
