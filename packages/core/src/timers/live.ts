import { once, valuesUnder, type LiveArea } from '../area/index.js';
import { NOT_LOOKED_AT } from '../layers/index.js';
import type { TimersTypes } from './types.js';

const ACTS = { hold: 'holds', 'go-on': 'resumes', fire: 'fires' } as const;

export const TIMERS_LIVE: LiveArea<TimersTypes> = {
  empty: { timers: { inWords: () => '', nameOf: () => undefined } },
  // Where timers are only laid over, who plays them keeps when each fired.
  slices: { timer: { begin: () => NOT_LOOKED_AT, words: () => [] } },
  values: valuesUnder('The stream', [['timers.next', 'the timers that are due next, in words']]),
  fill: { timers: ({ world }) => ({ next: once(() => world.timers.inWords()) }) },
  asks: { timer: ({ does, name }) => `${ACTS[does]} the timer ${name}` },
};
