import { askAgain, askSoon, handlesQuery, queuesQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

/** A full queue changes with every join; what shows it is asked for again once for many. */
const standingSoon = askSoon(150, ['queue', 'standing'], ['queue', 'viewer']);
const historySoon = askSoon(2_000, ['queue', 'history'], ['queue', 'summary'], ['queue', 'streams']);

export const QUEUE: Manifest = {
  places: [
    { path: '/prepare/queues/:id?', load: async () => (await import('./queues-page.js')).QueuesPage },
    { path: '/prepare/handles/:id?', load: async () => (await import('./handles-page.js')).HandlesPage },
    { path: '/review/queue', load: async () => (await import('./review-page.js')).ReviewPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Play',
      to: '/prepare/queues',
      label: 'Queues',
      words: ['line', 'lobby', 'play with viewers', 'join'],
      counts: queuesQuery,
      drafts: 'gully.draft.queue.',
    },
    {
      mode: 'prepare',
      group: 'Play',
      to: '/prepare/handles',
      label: 'Handles',
      words: ['in-game names', 'friend codes', 'game tags'],
      counts: handlesQuery,
      drafts: 'gully.draft.handle.',
    },
    {
      mode: 'review',
      group: 'Play',
      to: '/review/queue',
      label: 'Queue',
      words: ['turns', 'waits', 'fairness', 'who played'],
    },
  ],
  actions: [
    { label: 'Add queue', to: `/prepare/queues/${NEW}` },
    { label: 'Add handle', to: `/prepare/handles/${NEW}`, words: ['in-game name'] },
  ],
  acts: async () => (await import('./queue-palette.js')).QueuePalette,
  bundled: [
    { kind: 'queue', word: 'queue', query: queuesQuery },
    {
      kind: 'handle',
      word: 'handle of a game',
      query: handlesQuery,
      label: ({ name, category }: { readonly name: string; readonly category: string }) =>
        `${name} in ${category}`,
    },
  ],
  finding: {
    heading: 'Queues',
    query: queuesQuery,
    found: (queues: readonly { readonly id: string; readonly name: string }[]) =>
      queues.map(({ id, name }) => ({ label: name, to: `/prepare/queues/${id}`, hint: 'queue' })),
  },
  panels: [
    {
      id: 'queue',
      title: 'Queue',
      place: { x: 0, y: 0, w: 4, h: 20 },
      load: async () => (await import('./queue-panel.js')).QueuePanel,
    },
  ],
  cardParts: [
    { id: 'queue', rank: 40, load: async () => (await import('./viewer-in-queues.js')).ViewerInQueues },
  ],
  viewerParts: [
    {
      id: 'queue',
      title: 'Queue',
      rank: 40,
      load: async () => (await import('./viewer-in-queues.js')).ViewerInQueues,
    },
  ],
  referable: {
    kind: 'queue',
    query: queuesQuery,
    options: (queues: readonly { readonly id: string; readonly name: string }[]) =>
      queues.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make a queue first', to: `/prepare/queues/${NEW}` },
  },
  news: {
    queue: () => {
      standingSoon();
      historySoon();
    },
    stream: () => {
      standingSoon();
    },
    thing: ({ of }) => {
      if (of !== 'queue' && of !== 'handle') return;
      askAgain(of === 'queue' ? queuesQuery.queryKey : handlesQuery.queryKey);
      standingSoon();
    },
  },
};
