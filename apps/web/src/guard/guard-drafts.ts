import type { GuardSettings } from '@gully/core/guard';
import { ONE, settingDrafts } from '../editing/index.js';
import { draftsOf } from '../ui/index.js';

/** Settings that are edited and not saved. */
export const guardDrafts = draftsOf<GuardSettings>({
  kind: 'guard',
  ...settingDrafts((body) => body as GuardSettings),
});

/** The draft, where there is one, for whoever shows what it would do. */
export function useGuardDraft(): GuardSettings | undefined {
  return guardDrafts.use(ONE)?.body;
}
