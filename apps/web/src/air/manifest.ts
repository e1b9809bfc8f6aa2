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
      place: { x: 4, y: 0, w: 8, h: 9 },
      load: async () => (await import('./activity-panel.js')).ActivityPanel,
    },
    {
      id: 'checks',
      title: 'Before going live',
      place: { x: 4, y: 15, w: 4, h: 5 },
      load: async () => (await import('./checks-panel.js')).ChecksPanel,
    },
    {
      id: 'connection',
      title: 'Connection',
      place: { x: 4, y: 20, w: 4, h: 8 },
      load: async () => (await import('./connection-panel.js')).ConnectionPanel,
    },
  ],
};
