import type { LiveArea, ValueLine } from '../area/index.js';
import { ROLE_NAMES, strongestRole } from '../chat/index.js';
import { Moment, Span } from '../text/index.js';
import { strangerFacts } from './facts.js';
import type { ViewersTypes } from './types.js';

const PERSON: readonly ValueLine[] = [
  ['name', 'their name', 'who', 'sender', 'user', 'author', 'username', 'nick', 'mentioned', 'recipient'],
  ['role', 'streamer, moderator, VIP, subscriber, follower or viewer'],
  ['watch_time', 'how long they have been here while live', 'hours', 'watched', 'minutes'],
  ['messages', 'how many messages they have written', 'lines', 'chat count'],
  ['first_seen', 'the day they were first here'],
  [
    'followed_since',
    'the day they began to follow; empty when they do not',
    'following',
    'how long followed',
  ],
  ['subscribed_months', 'the months they have subscribed'],
];

export const VIEWERS_LIVE: LiveArea<ViewersTypes> = {
  empty: {
    viewers: {
      of: ({ viewer, name, roles, at }) => strangerFacts(viewer, name, roles, at),
      known: () => undefined,
      named: () => undefined,
      isShared: () => false,
      lastWrote: () => undefined,
    },
  },
  personValues: PERSON,
  fillPerson: ({ person, roles }, { world: { timeZone } }) => ({
    name: person.name,
    role: ROLE_NAMES[strongestRole(roles)],
    watch_time: new Span(person.watchTime),
    messages: person.messages,
    first_seen: new Moment(person.firstSeen, timeZone),
    followed_since: person.followedSince === undefined ? null : new Moment(person.followedSince, timeZone),
    subscribed_months: person.subscribedMonths,
  }),
};
