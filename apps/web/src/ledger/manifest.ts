import { askSoon } from '../live/index.js';
import type { Manifest } from '../manifest/index.js';

/** Currency moves all the time; what shows it is asked for again once for many movements. */
const ledgerSoon = askSoon(1_000, ['ledger']);

export const LEDGER: Manifest = {
  places: [{ path: '/review/ledger', load: async () => (await import('./ledger-page.js')).LedgerPage }],
  index: [
    {
      mode: 'review',
      group: 'Earn',
      to: '/review/ledger',
      label: 'Ledger',
      words: ['currency', 'movements', 'balance', 'reverse', 'give', 'take'],
    },
  ],
  cardParts: [
    { id: 'balance', rank: 15, load: async () => (await import('./viewer-balance.js')).CardBalance },
  ],
  viewerParts: [
    {
      id: 'balance',
      rank: 5,
      title: 'Balance',
      load: async () => (await import('./viewer-balance.js')).PageBalance,
    },
  ],
  news: { ledger: ledgerSoon },
};
