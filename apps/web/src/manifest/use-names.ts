import type { Names } from '@gully/core/area';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { usePrefix, type ThingQuery } from '../live/index.js';
import { useAreas } from './areas.js';
import type { Referable } from './manifest.js';

interface Chosen {
  readonly query: ThingQuery;
}
const NONE: readonly never[] = [];

/** What blanks may hold, by kind, as areas bring it. */
export function useReferables(): readonly Referable[] {
  const areas = useAreas();
  return useMemo(() => areas.flatMap(({ referable }) => referable ?? []), [areas]);
}

/** The names behind ids, whatever kind each is of. */
export function useAnyName(): (id: string) => string | undefined {
  const referables = useReferables();
  const names = useNames();
  return useMemo(
    () => (id) => {
      for (const { kind } of referables) {
        const name = names(kind, id);
        if (name !== undefined) return name;
      }
      return undefined;
    },
    [referables, names],
  );
}

/** The names behind ids, by kind, for sentences of steps. */
export function useNames(): Names {
  const referables = useReferables();
  const prefix = usePrefix();
  return useQueries({
    queries: referables.map(({ query }: Chosen) => query),
    combine: useMemo(
      () =>
        (answers: readonly { readonly data?: unknown }[]): Names => {
          const names = new Map(
            referables.map(({ kind, options }, at) => {
              const all = options((answers[at]?.data ?? NONE) as readonly never[], prefix);
              return [kind, new Map(all.map(({ value, label }) => [value, label]))] as const;
            }),
          );
          return (to, id) => names.get(to)?.get(id);
        },
      [referables, prefix],
    ),
  });
}
