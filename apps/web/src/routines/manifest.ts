import { thing, type Manifest } from '../manifest/index.js';

export const ROUTINES: Manifest = {
  things: [
    thing({
      kind: 'routine',
      page: async () => (await import('./routines-page.js')).RoutinesPage,
      group: 'Talk',
      label: 'Routines',
    }),
  ],
  acts: async () => (await import('./routine-palette.js')).RoutinePalette,
};
