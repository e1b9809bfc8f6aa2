import { askAgain, channelQuery, connectionQuery } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';
import { roomQuery } from './queries.js';

export const CONNECTION: Manifest = {
  places: [
    { path: '/prepare/connection', load: async () => (await import('./connection-page.js')).ConnectionPage },
  ],
  index: [
    {
      mode: 'prepare',
      group: 'Channel',
      to: '/prepare/connection',
      label: 'Connection',
      drafts: 'gully.draft.room',
      words: ['room', 'server', 'IRC', 'password', 'bot’s name'],
    },
  ],
  news: {
    setting: ({ key }) => {
      if (key !== 'room') return;
      askAgain(roomQuery.queryKey);
      askAgain(channelQuery.queryKey);
      askAgain(connectionQuery.queryKey);
    },
  },
};
