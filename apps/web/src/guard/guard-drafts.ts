import type { GuardSettings } from '@gully/core/guard';
import { draftsOf } from '../ui/index.js';

/** There is one guard, so there is one draft of it. */
export const ONE = 'settings';

/** Settings that are edited and not saved. */
export const guardDrafts = draftsOf<GuardSettings>({
  kind: 'guard',
  // A draft begins with what is saved; there is no blank to begin from.
  blank: () => ({}) as GuardSettings,
  whole: (body) => body as GuardSettings,
  differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
});

/** The draft, where there is one, for whoever shows what it would do. */
export function useGuardDraft(): GuardSettings | undefined {
  return guardDrafts.use(ONE)?.body;
}
