import type { Names } from '@gully/core/area';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { usePrefix, type ThingQuery } from '../live/index.js';
import { useAreas, type Referable } from '../manifest/index.js';

interface Chosen {
  readonly query: ThingQuery;
}
const NONE: readonly never[] = [];

/** What blanks may hold, by kind, as areas bring it. */
export function useReferables(): readonly Referable[] {
  const areas = useAreas();
  return useMemo(() => areas.flatMap(({ referable }) => referable ?? []), [areas]);
}

/** The names behind ids, for sentences of steps. */
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
