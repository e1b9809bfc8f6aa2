import type { Manifest } from '../manifest/index.js';

export const AIR: Manifest = {
  places: [{ path: '/air', load: async () => (await import('./on-air-page.js')).OnAirPage }],
  panels: [
    { id: 'activity', rank: 20, load: async () => (await import('./activity-panel.js')).ActivityPanel },
    { id: 'connection', rank: 40, load: async () => (await import('./connection-panel.js')).ConnectionPanel },
  ],
};
