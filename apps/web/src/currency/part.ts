import type { CurrencySettings } from '@gully/core/currency';
import type { EditedSetting } from '../editing/index.js';

/** What a part of the page needs: what is edited, and what is wrong with it. */
export interface CurrencyPart {
  readonly edited: EditedSetting<CurrencySettings>;
  readonly faults: Readonly<Record<string, string>>;
}
