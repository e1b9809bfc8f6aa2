import { times, type Area } from '../area/index.js';
import type { ArrivalsTypes } from './types.js';

export const ARRIVALS_AREA: Area<ArrivalsTypes> = {
  events: {
    arrival: {
      name: 'someone writes for the first time in this stream',
      noun: 'an arrival',
      did: () => 'writes for the first time in this stream',
      counts: 'hours after they last came',
      asksWho: true,
    },
    return: {
      name: 'someone writes after a long time away',
      noun: 'a return',
      did: ({ count }) => `is back after ${times(count, '1 day', 'days')}`,
      counts: 'days',
      asksWho: true,
    },
  },
};
