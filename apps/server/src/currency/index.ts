export { CurrencyModule } from './currency.module.js';
export { CURRENCY, CurrencySettingsService, RANKS } from './currency-settings.js';
export { Payouts } from './payouts.js';
