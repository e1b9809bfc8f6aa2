import { prepareGuard } from './judge.js';
import { guardOff } from './beginnings.js';
import { NOTHING_KNOWN } from './standing.js';
import type { GuardView } from './view.js';

/** A channel without a guard, in which nobody was ever caught. */
export const NO_GUARD: GuardView = {
  prepared: prepareGuard(guardOff()),
  before: () => ({ own: [], near: () => [] }),
  formsOf: () => undefined,
  standingOf: () => NOTHING_KNOWN,
  toldAt: () => undefined,
  powerless: () => undefined,
};
