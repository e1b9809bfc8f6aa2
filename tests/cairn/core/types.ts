import type { StonesChange } from './cairn.js';
import type { CairnsView } from './laid.js';
import type { LayStep } from './steps.js';

export interface CairnTypes {
  readonly view: { readonly cairns: CairnsView };
  readonly change: StonesChange;
  readonly step: LayStep;
}
