import type { Area } from '../area/index.js';
import { CURRENCY_STEPS } from './steps.js';
import type { CurrencyTypes } from './types.js';

export const CURRENCY_AREA: Area<CurrencyTypes> = {
  steps: CURRENCY_STEPS,
  events: {
    rank: {
      name: 'someone reaches a rank',
      noun: 'a rank',
      did: ({ message }) => `reaches ${message === '' ? 'a rank' : `the rank ${message}`}`,
      asksWho: true,
      namesIt: true,
    },
  },
};
