import { valuesUnder, type LiveArea } from '../area/index.js';
import { Span } from '../text/index.js';
import { OFFLINE } from './state.js';
import type { StreamTypes } from './types.js';

export const STREAM_LIVE: LiveArea<StreamTypes> = {
  empty: { stream: OFFLINE, latest: { follower: () => '' } },
  values: valuesUnder('The stream', [
    ['stream.live', 'true while it is live'],
    [
      'stream.uptime',
      'how long it has been live; empty when offline',
      'time live',
      'how long live',
      'duration',
    ],
    ['stream.title', 'its title', 'topic'],
    ['stream.category', 'its category', 'game', 'playing'],
    ['stream.viewers', 'how many are watching', 'audience', 'viewer count'],
    ['stream.last_follower', 'who followed last'],
  ]),
  fill: {
    stream: ({ world: { stream, latest }, at }) => ({
      live: stream.live,
      uptime: stream.liveSince === undefined ? null : new Span((at - stream.liveSince) / 1000),
      title: stream.title,
      category: stream.category,
      viewers: stream.viewers,
      last_follower: () => latest.follower(),
    }),
  },
};
