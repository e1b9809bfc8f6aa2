import { askSoon } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';

const stagesSoon = askSoon(150, ['stages']);

export const OVERLAYS: Manifest = {
  things: [
    thing({
      kind: 'overlay',
      page: async () => (await import('./overlays-page.js')).OverlaysPage,
      group: 'Show',
      label: 'Overlays',
      words: ['browser source', 'alerts', 'stage', 'scene'],
      add: { words: ['browser source', 'alerts'] },
    }),
  ],
  acts: async () => (await import('./stage-palette.js')).StagePalette,
  panels: [
    {
      id: 'stage',
      title: 'Alerts',
      size: { w: 4, h: 8 },
      rank: 80,
      load: async () => (await import('./stage-panel.js')).StagePanel,
    },
  ],
  news: {
    stage: () => {
      stagesSoon();
    },
    thing: ({ of }) => {
      if (of === 'overlay') stagesSoon();
    },
  },
};
