import { askAgain, askSoon, webhooksQuery } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';

/** Files are written up to four times a second each. */
const filesSoon = askSoon(500, ['runs', 'outputs']);

export const OUTPUTS: Manifest = {
  things: [
    thing({
      kind: 'output',
      page: async () => (await import('./outputs-page.js')).OutputsPage,
      group: 'Show',
      label: 'Outputs',
      words: ['webhook', 'file', 'text', 'label'],
      word: 'text file',
      add: null,
      titleOf: ({ name }) => `${name}.txt`,
      refers: null,
      bundled: { label: ({ name }: { readonly name: string }) => name },
    }),
  ],
  opens: { kind: 'webhook', at: '/prepare/outputs?' },
  referable: {
    kind: 'webhook',
    query: webhooksQuery,
    options: (webhooks: readonly { readonly name: string }[]) =>
      webhooks.map(({ name }) => ({ value: name, label: name })),
    first: { label: 'Add a webhook first', to: '/prepare/outputs' },
  },
  news: {
    output: () => {
      filesSoon();
    },
    webhook: () => {
      askAgain(webhooksQuery.queryKey);
    },
    delivery: () => {
      askAgain(['deliveries']);
    },
  },
};
