import { times, type Area } from '../area/index.js';
import type { StreamTypes } from './types.js';

export const STREAM_AREA: Area<StreamTypes> = {
  events: {
    follow: { name: 'someone follows', noun: 'a follow', did: () => 'follows' },
    subscribed: {
      name: 'someone subscribes',
      noun: 'a subscription',
      did: () => 'subscribes',
    },
    renewed: {
      name: 'a subscription is renewed',
      noun: 'a renewed subscription',
      did: ({ count }) => `renews a subscription, ${times(count, '1 month', 'months')}`,
      counts: 'months',
    },
    gifted: {
      name: 'subscriptions are gifted',
      noun: 'gifted subscriptions',
      did: ({ count, recipient }) =>
        `gifts ${times(count, 'a subscription', 'subscriptions')}${recipient === '' ? '' : ` to ${recipient}`}`,
      counts: 'gifted at once',
    },
    raid: {
      name: 'a raid comes in',
      noun: 'a raid',
      did: ({ count }) => `raids with ${times(count, '1 person', 'people')}`,
      counts: 'people',
    },
    tip: {
      name: 'someone tips',
      noun: 'a tip',
      did: ({ amount }) => `tips ${amount}`,
      counts: 'cents',
    },
    cheer: {
      name: 'someone cheers',
      noun: 'a cheer',
      did: ({ count }) => `cheers with ${times(count, '1 token', 'tokens')}`,
      counts: 'tokens',
    },
    live: { name: 'the stream goes live', noun: 'going live', did: () => 'goes live' },
    offline: {
      name: 'the stream goes offline',
      noun: 'going offline',
      did: () => 'goes offline',
    },
  },
};
