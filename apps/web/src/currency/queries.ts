import type { CurrencySettings, Ranks } from '@gully/core/currency';
import { queryOptions } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';

export interface CurrencyNow {
  readonly value: CurrencySettings;
  /** 0 while nobody set one up */
  readonly version: number;
  /** seconds until the next payout; null while none is to come */
  readonly next: number | null;
}
export interface RanksNow {
  readonly value: Ranks;
  readonly version: number;
}

export const currencyQuery = queryOptions({
  queryKey: ['currency', 'settings'],
  queryFn: async () => (await answerOf(api.GET('/api/currency'))) as unknown as CurrencyNow,
});
export const ranksQuery = queryOptions({
  queryKey: ['currency', 'ranks'],
  queryFn: async () => (await answerOf(api.GET('/api/currency/ranks'))) as unknown as RanksNow,
});
export const balanceQuery = (viewer: string) =>
  queryOptions({
    queryKey: ['ledger', 'balance', viewer],
    queryFn: () => answerOf(api.GET('/api/currency/viewers/{id}', { params: { path: { id: viewer } } })),
    retry: false,
  });
