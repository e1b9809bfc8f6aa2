import type { PostedChange } from './posting.js';
import type { PurseView } from './purse.js';
import type { RankedChange } from './ranks.js';
import type { GiveStep, SetBalanceStep, TakeStep } from './steps.js';

export interface CurrencyTypes {
  readonly view: { readonly purse: PurseView };
  readonly change: PostedChange | RankedChange;
  readonly step: GiveStep | TakeStep | SetBalanceStep;
  readonly event: 'rank';
}
