export { CURRENCY } from './manifest.js';
export { CostBlank } from './cost-blank.js';
export { useCurrencyDraft, useEditedRanks } from './currency-drafts.js';
export { minutesInWords } from './price.js';
export { RankChoice } from './rank-choice.js';
export { balanceQuery, currencyQuery, ranksQuery, type RanksNow } from './queries.js';
export { useAmounts, useCurrency } from './use-currency.js';
export { usePrices } from './use-prices.js';
export { SwitchOn } from './switch-on.js';
