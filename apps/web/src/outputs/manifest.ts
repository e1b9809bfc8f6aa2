import { askAgain, askSoon, outputsQuery, webhooksQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

/** Files are written up to four times a second each. */
const filesSoon = askSoon(500, ['runs', 'outputs']);

export const OUTPUTS: Manifest = {
  places: [
    { path: '/prepare/outputs/:id?', load: async () => (await import('./outputs-page.js')).OutputsPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Show',
      to: '/prepare/outputs',
      label: 'Outputs',
      words: ['webhook', 'file', 'text', 'label'],
      counts: outputsQuery,
      drafts: 'gully.draft.output.',
    },
  ],
  bundled: [{ kind: 'output', word: 'text file', query: outputsQuery }],
  referable: {
    kind: 'webhook',
    query: webhooksQuery,
    options: (webhooks: readonly { readonly name: string }[]) =>
      webhooks.map(({ name }) => ({ value: name, label: name })),
    first: { label: 'Add a webhook first', to: '/prepare/outputs' },
  },
  finding: {
    heading: 'Outputs',
    query: outputsQuery,
    found: (outputs: readonly { readonly id: string; readonly name: string }[]) =>
      outputs.map(({ id, name }) => ({
        label: `${name}.txt`,
        to: `/prepare/outputs/${id}`,
        hint: 'text file',
      })),
  },
  news: {
    output: () => {
      filesSoon();
    },
    thing: ({ of }) => {
      if (of === 'output') askAgain(outputsQuery.queryKey);
    },
    webhook: () => {
      askAgain(webhooksQuery.queryKey);
    },
    delivery: () => {
      askAgain(['deliveries']);
    },
  },
};
