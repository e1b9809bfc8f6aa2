import type { Area } from '../area/index.js';
import { QUEUE_STEPS } from './steps.js';
import type { QueueTypes } from './types.js';

export const QUEUE_AREA: Area<QueueTypes> = {
  steps: QUEUE_STEPS,
  events: {
    called: {
      name: 'someone is called in a queue',
      noun: 'a call',
      did: ({ message }) => `is called in ${message}`,
      asksWho: true,
      namesIt: true,
    },
    confirmed: {
      name: 'someone answers a call',
      noun: 'an answered call',
      did: ({ message }) => `answers the call in ${message}`,
      asksWho: true,
      namesIt: true,
    },
    missed: {
      name: 'someone misses a call',
      noun: 'a missed call',
      did: ({ message }) => `misses the call in ${message}`,
      asksWho: true,
      namesIt: true,
    },
  },
};
