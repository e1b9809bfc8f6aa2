import type { Manifest } from '../manifest/index.js';

export const AIR: Manifest = {
  places: [{ path: '/air', load: async () => (await import('./on-air-page.js')).OnAirPage }],
  viewerParts: [
    {
      id: 'events',
      title: 'Events',
      rank: 20,
      load: async () => (await import('./viewer-events.js')).ViewerEvents,
    },
  ],
  panels: [
    {
      id: 'activity',
      title: 'Activity',
      size: { w: 8, h: 9 },
      rank: 20,
      load: async () => (await import('./activity-panel.js')).ActivityPanel,
    },
    {
      id: 'checks',
      title: 'Before going live',
      size: { w: 4, h: 5 },
      rank: 50,
      load: async () => (await import('./checks-panel.js')).ChecksPanel,
    },
    {
      id: 'connection',
      title: 'Connection',
      size: { w: 4, h: 8 },
      rank: 100,
      load: async () => (await import('./connection-panel.js')).ConnectionPanel,
    },
  ],
};
