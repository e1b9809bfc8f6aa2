import type { GuardSettings } from '@gully/core/guard';
import { answerOf, api } from '../api/index.js';
import { changedIn, useEditedSetting, type Saved } from '../editing/index.js';
import { guardDrafts } from './guard-drafts.js';
import { guardQuery, type GuardNow } from './queries.js';

type Filters = GuardSettings['filters'];
export type FilterKey = keyof Filters;
export type Rule = Filters[FilterKey];

/** The guard’s settings as they are edited: kept in this browser at once, in force once they are saved. */
export function useEditedGuard(guard: GuardNow) {
  const edited = useEditedSetting<GuardSettings>({
    name: 'the guard',
    drafts: guardDrafts,
    saved: guard,
    queryKey: guardQuery.queryKey,
    put: async (value, version) =>
      (await answerOf(
        api.PUT('/api/guard', { body: { value: value as never, version } }),
      )) as unknown as Saved<GuardSettings>,
  });
  const { settings, change } = edited;
  return {
    ...edited,
    changeRule: (name: FilterKey, part: Partial<Rule>) => {
      const rule = { ...settings.filters[name], ...part };
      change({ filters: { ...settings.filters, [name]: rule } });
    },
  };
}
export type EditedGuard = ReturnType<typeof useEditedGuard>;

/** How many things differ from what is saved: filters, and what they have in common. */
export function changesOf({ base, settings }: Pick<EditedGuard, 'base' | 'settings'>): number {
  const { filters, ...rest } = settings;
  const { filters: before, ...restBefore } = base;
  return changedIn(before, filters) + changedIn(restBefore, rest);
}
