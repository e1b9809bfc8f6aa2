import type { Manifest } from '../manifest/index.js';

export const ARRIVALS: Manifest = {
  places: [
    { path: '/prepare/arrivals', load: async () => (await import('./arrivals-page.js')).ArrivalsPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Show',
      to: '/prepare/arrivals',
      label: 'Arrivals',
      words: ['entrance', 'welcome', 'walk-on', 'greeting', 'first message'],
    },
  ],
  viewerParts: [
    {
      id: 'entrance',
      title: 'Entrance',
      rank: 50,
      load: async () => (await import('./viewer-entrance.js')).ViewerEntrance,
    },
  ],
};
