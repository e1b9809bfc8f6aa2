import { PLURALS } from '@gully/core/things';
import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { usePrefix, type ThingQuery } from '../live/index.js';
import { useAreas, type Bundled } from '../manifest/index.js';

/** Several of a kind, as bundles call them. */
export type Many = (typeof PLURALS)[Bundled['kind']];

/** What bundles may carry, as areas bring it. */
export function useBundled(): readonly Bundled[] {
  const areas = useAreas();
  return useMemo(() => areas.flatMap(({ bundled }) => bundled ?? []), [areas]);
}

export interface Chosen {
  readonly id: string;
  readonly name: string;
}

/** All there is to choose from, by kind; a kind there is nothing of is left out. */
export function useChoices(): readonly { readonly many: Many; readonly things: readonly Chosen[] }[] {
  const bundled = useBundled();
  const prefix = usePrefix();
  const answers = useQueries({ queries: bundled.map(({ query }: { readonly query: ThingQuery }) => query) });
  return bundled.flatMap(({ kind, label }, at) => {
    const all = (answers[at]?.data ?? []) as readonly Chosen[];
    const things = all.flatMap((thing) => {
      const name = label === undefined ? thing.name : label(thing as never, prefix);
      return name === undefined ? [] : [{ id: thing.id, name }];
    });
    return things.length === 0 ? [] : [{ many: PLURALS[kind], things }];
  });
}
