import { askAgain, askSoon, overlaysQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

const stagesSoon = askSoon(150, ['stages']);

export const OVERLAYS: Manifest = {
  acts: async () => (await import('./stage-palette.js')).StagePalette,
  places: [
    { path: '/prepare/overlays/:id?', load: async () => (await import('./overlays-page.js')).OverlaysPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Show',
      to: '/prepare/overlays',
      label: 'Overlays',
      words: ['browser source', 'alerts', 'stage', 'scene'],
      counts: overlaysQuery,
      drafts: 'gully.draft.overlay.',
    },
  ],
  actions: [{ label: 'Add overlay', to: `/prepare/overlays/${NEW}`, words: ['browser source', 'alerts'] }],
  bundled: [{ kind: 'overlay', word: 'overlay', query: overlaysQuery }],
  finding: {
    heading: 'Overlays',
    query: overlaysQuery,
    found: (overlays: readonly { readonly id: string; readonly name: string }[]) =>
      overlays.map(({ id, name }) => ({ label: name, to: `/prepare/overlays/${id}`, hint: 'overlay' })),
  },
  panels: [
    {
      id: 'stage',
      title: 'Alerts',
      place: { x: 4, y: 28, w: 4, h: 8 },
      load: async () => (await import('./stage-panel.js')).StagePanel,
    },
  ],
  referable: {
    kind: 'overlay',
    query: overlaysQuery,
    options: (overlays: readonly { readonly id: string; readonly name: string }[]) =>
      overlays.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make an overlay first', to: `/prepare/overlays/${NEW}` },
  },
  news: {
    stage: () => {
      stagesSoon();
    },
    thing: ({ of }) => {
      if (of !== 'overlay') return;
      askAgain(overlaysQuery.queryKey);
      stagesSoon();
    },
  },
};
