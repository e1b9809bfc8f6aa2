import { askAgain, breathingQuery, standingQuery, timersQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { NEW } from '../ui/index.js';

export const TIMERS: Manifest = {
  acts: async () => (await import('./timer-palette.js')).TimerPalette,
  places: [{ path: '/prepare/timers/:id?', load: async () => (await import('./timers-page.js')).TimersPage }],
  index: [
    {
      mode: 'prepare',
      group: 'Talk',
      to: '/prepare/timers',
      label: 'Timers',
      words: ['forecast', 'interval'],
      counts: timersQuery,
      drafts: 'gully.draft.timer.',
    },
  ],
  actions: [{ label: 'Add timer', to: `/prepare/timers/${NEW}` }],
  bundled: [{ kind: 'timer', word: 'timer', query: timersQuery }],
  finding: {
    heading: 'Timers',
    query: timersQuery,
    found: (timers: readonly { readonly id: string; readonly name: string }[]) =>
      timers.map(({ id, name }) => ({ label: name, to: `/prepare/timers/${id}`, hint: 'timer' })),
  },
  panels: [
    {
      id: 'timers',
      title: 'Timers due',
      place: { x: 4, y: 9, w: 4, h: 6 },
      load: async () => (await import('./timers-panel.js')).TimersPanel,
    },
  ],
  referable: {
    kind: 'timer',
    query: timersQuery,
    options: (timers: readonly { readonly id: string; readonly name: string }[]) =>
      timers.map(({ id, name }) => ({ value: id, label: name })),
    first: { label: 'Make a timer first', to: '/prepare/timers/new' },
  },
  news: {
    thing: ({ of }) => {
      if (of !== 'timer') return;
      askAgain(timersQuery.queryKey);
      askAgain(standingQuery.queryKey);
    },
    timers: () => {
      askAgain(standingQuery.queryKey);
    },
    setting: ({ key }) => {
      if (key === 'breathing-room') askAgain(breathingQuery.queryKey);
    },
  },
};
