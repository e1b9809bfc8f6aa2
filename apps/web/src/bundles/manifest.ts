import type { Manifest } from '../manifest/index.js';

export const BUNDLES: Manifest = {
  places: [{ path: '/prepare/bundles', load: async () => (await import('./bundles-page.js')).BundlesPage }],
  index: [{ mode: 'prepare', group: 'Channel', to: '/prepare/bundles', label: 'Bundles' }],
  actions: [{ label: 'Import a bundle', to: '/prepare/bundles', words: ['import', 'export'] }],
};
