import { readCurrency, type CurrencySettings, type Ranks } from '@gully/core/currency';
import { answerOf, api } from '../api/index.js';
import { ONE, settingDrafts, useEditedSetting, type EditedSetting, type Saved } from '../editing/index.js';
import { draftsOf } from '../ui/index.js';
import { currencyQuery, ranksQuery, type CurrencyNow, type RanksNow } from './queries.js';

/** Settings that are edited and not saved. */
export const currencyDrafts = draftsOf<CurrencySettings>({
  kind: 'currency',
  ...settingDrafts((body) => readCurrency(body)),
});
export const rankDrafts = draftsOf<Ranks>({ kind: 'ranks', ...settingDrafts((body) => body as Ranks) });

/** The currency as it is edited, where it is, for whoever shows what a price means. */
export function useCurrencyDraft(): CurrencySettings | undefined {
  return currencyDrafts.use(ONE)?.body;
}

export function useEditedCurrency(saved: CurrencyNow): EditedSetting<CurrencySettings> {
  return useEditedSetting({
    name: 'the currency',
    drafts: currencyDrafts,
    saved,
    queryKey: currencyQuery.queryKey,
    put: async (value, version) =>
      (await answerOf(
        api.PUT('/api/currency', { body: { value: value as never, version } }),
      )) as unknown as Saved<CurrencySettings>,
  });
}

export function useEditedRanks(saved: RanksNow): EditedSetting<Ranks> {
  return useEditedSetting({
    name: 'the ranks',
    drafts: rankDrafts,
    saved,
    queryKey: ranksQuery.queryKey,
    put: async (value, version) =>
      (await answerOf(
        api.PUT('/api/currency/ranks', { body: { value: value as never, version } }),
      )) as unknown as Saved<Ranks>,
  });
}
