import type { ServerArea } from '../area/index.js';
import { CurrencyModule } from './currency.module.js';
import { PayoutClock1797037200000 } from './migration.js';

export const CURRENCY_AREA: ServerArea = {
  module: CurrencyModule,
  migrations: [PayoutClock1797037200000],
  demo: async () => (await import('./demo/index.js')).currencyPart,
};
