import { askAgain, breathingQuery, standingQuery } from '../live/index.js';
import { thing, type Manifest } from '../manifest/index.js';

export const TIMERS: Manifest = {
  things: [
    thing({
      kind: 'timer',
      page: async () => (await import('./timers-page.js')).TimersPage,
      group: 'Talk',
      label: 'Timers',
      words: ['forecast', 'interval'],
    }),
  ],
  acts: async () => (await import('./timer-palette.js')).TimerPalette,
  panels: [
    {
      id: 'timers',
      title: 'Timers due',
      size: { w: 4, h: 6 },
      rank: 30,
      load: async () => (await import('./timers-panel.js')).TimersPanel,
    },
  ],
  news: {
    thing: ({ of }) => {
      if (of === 'timer') askAgain(standingQuery.queryKey);
    },
    timers: () => {
      askAgain(standingQuery.queryKey);
    },
    setting: ({ key }) => {
      if (key === 'breathing-room') askAgain(breathingQuery.queryKey);
    },
  },
};
