import { thing, type Manifest } from '../manifest/index.js';

export const CAIRN: Manifest = {
  things: [
    thing({
      kind: 'cairn',
      page: async () => (await import('./cairns-page.js')).CairnsPage,
      group: 'Play',
      label: 'Cairns',
    }),
  ],
  panels: [
    {
      id: 'cairns',
      title: 'Cairns',
      size: { w: 3, h: 4 },
      rank: 90,
      load: async () => (await import('./cairns-panel.js')).CairnsPanel,
    },
  ],
};
