import { askSoon, rememberedQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

/** Runs come as often as messages; what shows them is asked for again once for many. */
const runsSoon = askSoon(500, ['runs'], rememberedQuery.queryKey);

export const RUNS: Manifest = {
  acts: async () => (await import('./run-palette.js')).RunPalette,
  places: [{ path: '/review/activity', load: async () => (await import('./runs-page.js')).RunsPage }],
  index: [
    {
      mode: 'review',
      group: 'Look back',
      to: '/review/activity',
      label: 'Activity',
      words: ['what ran', 'runs'],
    },
  ],
  panels: [
    {
      id: 'running',
      title: 'Running routines',
      size: { w: 4, h: 5 },
      rank: 90,
      load: async () => (await import('./running-panel.js')).RunningPanel,
    },
  ],
  news: {
    run: runsSoon,
    // What was refused is told with its line.
    line: ({ outcome }) => {
      if (outcome === 'stopped' || outcome === 'waiting') runsSoon();
    },
  },
};
