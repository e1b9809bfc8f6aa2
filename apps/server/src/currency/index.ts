export { CurrencyModule } from './currency.module.js';
export { CURRENCY, CurrencySettingsService, RANKS } from './currency-settings.js';
export { PayoutClock1797037200000 } from './migration.js';
export { Payouts } from './payouts.js';
