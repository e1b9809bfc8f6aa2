import type { GuardSettings } from '@gully/core/guard';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api, Problem } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import { guardDrafts, ONE } from './guard-drafts.js';
import { guardQuery, type GuardNow } from './queries.js';

type Filters = GuardSettings['filters'];
export type FilterKey = keyof Filters;
export type Rule = Filters[FilterKey];

/** The guard’s settings as they are edited: kept in this browser at once, in force once they are saved. */
export function useEditedGuard(guard: GuardNow) {
  const queries = useQueryClient();
  const draft = guardDrafts.use(ONE);
  const [refused, setRefused] = useState<Readonly<Record<string, string>>>({});
  const base = draft?.base ?? guard.value;
  const settings = draft?.body ?? guard.value;
  const put = async (value: GuardSettings, version: number): Promise<GuardNow> => {
    const saved = await answerOf(api.PUT('/api/guard', { body: { value: value as never, version } }));
    const now = { ...guard, ...(saved as unknown as Pick<GuardNow, 'value' | 'version'>) };
    queries.setQueryData(guardQuery.queryKey, now);
    return now;
  };
  const save = useMutation({
    mutationFn: (value: GuardSettings) => put(value, draft?.version ?? guard.version),
    onSuccess: (saved) => {
      const kept = draft;
      guardDrafts.write(ONE, undefined);
      setRefused({});
      toast('Saved the guard', {
        undo: () => {
          void put(base, saved.version)
            .then(() => {
              guardDrafts.write(
                ONE,
                kept === undefined ? undefined : { ...kept, version: saved.version + 1 },
              );
            })
            .catch(tellProblem);
        },
        duration: 20_000,
      });
    },
    onError: (error) => {
      if (error instanceof Problem) setRefused(error.fields);
      if (error instanceof Problem && error.current !== undefined) void queries.invalidateQueries(guardQuery);
      tellProblem(error);
    },
  });
  const change = (part: Partial<GuardSettings>): void => {
    guardDrafts.edit(ONE, { body: guard.value, version: guard.version }, part);
  };
  return {
    base,
    settings,
    isDraft: draft !== undefined,
    /** somebody else saved since the draft began */
    overtaken: draft !== undefined && draft.version !== guard.version,
    refused,
    saving: save.isPending,
    save: () => {
      save.mutate(settings);
    },
    /** saves the draft over what somebody else saved */
    saveOver: () => {
      if (draft !== undefined) guardDrafts.write(ONE, { ...draft, version: guard.version });
    },
    discard: () => {
      const kept = draft;
      guardDrafts.write(ONE, undefined);
      setRefused({});
      toast('Discarded your changes to the guard', {
        undo: () => {
          guardDrafts.write(ONE, kept);
        },
      });
    },
    change,
    changeRule: (name: FilterKey, part: Partial<Rule>) => {
      const rule = { ...settings.filters[name], ...part };
      change({ filters: { ...settings.filters, [name]: rule } });
    },
  };
}
export type EditedGuard = ReturnType<typeof useEditedGuard>;

/** How many things differ from what is saved: filters, and what they have in common. */
export function changesOf({ base, settings }: Pick<EditedGuard, 'base' | 'settings'>): number {
  const differs = (a: unknown, b: unknown): boolean => JSON.stringify(a) !== JSON.stringify(b);
  const names = Object.keys(settings.filters) as FilterKey[];
  const rest = ['ladder', 'overlapping', 'never', 'wordLists', 'names', 'grace'] as const;
  return (
    names.filter((name) => differs(base.filters[name], settings.filters[name])).length +
    rest.filter((name) => differs(base[name], settings[name])).length
  );
}
