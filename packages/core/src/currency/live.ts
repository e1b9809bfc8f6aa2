import type { LiveArea } from '../area/index.js';
import { NO_PURSE } from './purse.js';
import { refundOf, type PaidRun } from './refund.js';
import { POSTED, RANKED } from './slices.js';
import type { CurrencyTypes } from './types.js';
import { CURRENCY_VALUES, HOLDING_VALUES } from './reference.js';
import { currencyValues, holdingValues } from './values.js';

export const CURRENCY_LIVE: LiveArea<CurrencyTypes> = {
  empty: { purse: NO_PURSE },
  slices: { posted: POSTED, ranked: RANKED },
  values: CURRENCY_VALUES,
  personValues: HOLDING_VALUES,
  fill: { currency: ({ world }) => currencyValues(world.purse) },
  fillPerson: (of, { world }) => holdingValues(of, world.purse),
  /** A price nothing was carried out for is given back. */
  whenRunEnds(run) {
    const change = refundOf(run as PaidRun, run.world.purse, run.at);
    if (change === undefined) return undefined;
    const note = {
      rule: 'Nothing was carried out',
      measure: 'the price is given back',
      outcome: 'noted',
    } as const;
    return { changes: [change], lines: [], notes: [note] };
  },
};
