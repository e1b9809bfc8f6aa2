import { once, type LiveArea } from '../area/index.js';
import { BUMP, HANDLE, QUEUE } from './slices.js';
import type { QueueTypes } from './types.js';
import { QUEUE_VALUES } from './reference.js';
import { queuesDue } from './due.js';
import { followQueue } from './following.js';
import { queueOf, queueValues } from './values.js';
import { NO_QUEUES } from './view.js';

export const QUEUE_LIVE: LiveArea<QueueTypes> = {
  empty: { queue: NO_QUEUES },
  slices: { queue: QUEUE, bump: BUMP, handle: HANDLE },
  values: QUEUE_VALUES,
  personValues: [
    [
      'handle',
      'what they are called in this game; empty when that is not known',
      'in-game name',
      'friend code',
      'gamer tag',
      'id',
    ],
  ],
  fill: {
    queue: (about) =>
      queueValues(about.world, {
        queue: queueOf(about),
        viewer: about.occasion.target.id,
        at: about.at,
        whileOff: about.occasion.queue?.whileOff ?? false,
        commandFor: (does) => about.world.commands.doing({ kind: 'queue', does }),
      }),
  },
  fillPerson: ({ person }, about) => ({
    handle: once(() => about.world.queue.handleNow(about.world, queueOf(about), person.id)),
  }),
  about: ['queue'],
  followUps: { queue: followQueue },
  due: queuesDue,
};
