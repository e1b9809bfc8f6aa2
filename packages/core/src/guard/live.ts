import type { LiveArea } from '../area/index.js';
import { GRACE } from './grace.js';
import { NO_GUARD } from './no-guard.js';
import { GUARD_SLICES } from './slices.js';
import type { GuardTypes } from './types.js';

export const GUARD_LIVE: LiveArea<GuardTypes> = {
  empty: { guard: NO_GUARD, grace: { until: () => undefined, seconds: () => 60 } },
  slices: { ...GUARD_SLICES, grace: GRACE },
  asks: { clear: () => 'clears the chat' },
  effects: {
    redact: ({ name, since }) =>
      since === undefined ? 'takes the message out of chat' : `takes out what ${name} wrote lately`,
    silence: ({ name, until }) => (until === null ? `bans ${name}` : `times ${name} out`),
    lift: ({ name }) => `lets ${name} write again`,
  },
};
