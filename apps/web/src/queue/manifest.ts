import { askSoon } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';

/** A full queue changes with every join; what shows it is asked for again once for many. */
const standingSoon = askSoon(150, ['queue', 'standing'], ['queue', 'viewer']);
const historySoon = askSoon(2_000, ['queue', 'history'], ['queue', 'summary'], ['queue', 'streams']);

export const QUEUE: Manifest = {
  things: [
    thing({
      kind: 'queue',
      page: async () => (await import('./queues-page.js')).QueuesPage,
      group: 'Play',
      label: 'Queues',
      words: ['line', 'lobby', 'play with viewers', 'join'],
    }),
    thing({
      kind: 'handle',
      page: async () => (await import('./handles-page.js')).HandlesPage,
      group: 'Play',
      label: 'Handles',
      words: ['in-game names', 'friend codes', 'game tags'],
      titleOf: ({ name, category }) => `${name} in ${category}`,
      add: { words: ['in-game name'] },
      found: null,
      refers: null,
      bundled: { word: 'handle of a game' },
    }),
  ],
  places: [{ path: '/review/queue', load: async () => (await import('./review-page.js')).ReviewPage }],
  index: [
    {
      mode: 'review',
      group: 'Play',
      to: '/review/queue',
      label: 'Queue',
      words: ['turns', 'waits', 'fairness', 'who played'],
    },
  ],
  acts: async () => (await import('./queue-palette.js')).QueuePalette,
  panels: [
    {
      id: 'queue',
      title: 'Queue',
      size: { w: 4, h: 20 },
      rank: 10,
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
  news: {
    queue: () => {
      standingSoon();
      historySoon();
    },
    stream: () => {
      standingSoon();
    },
    thing: ({ of }) => {
      if (of === 'queue' || of === 'handle') standingSoon();
    },
  },
};
