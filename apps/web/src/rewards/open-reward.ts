import type { RewardBody } from '@gully/core/rewards';
import { createStore } from '../ui/index.js';

/** The reward in its editor as it stands there, for the rehearsal to have in force; the id is undefined for a new one. */
export const openReward = createStore<
  { readonly id: string | undefined; readonly body: RewardBody } | undefined
>(undefined);
