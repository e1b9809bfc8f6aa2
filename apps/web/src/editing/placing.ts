import type { QueryClient } from '@tanstack/react-query';
import type { Kept, Kind } from './kind.js';

type Placing<S extends Kept> = Pick<Kind<never, S>, 'place' | 'drop' | 'refresh'>;

/** For a kind whose things are in one query, sorted by their names. */
export function placesIn<S extends Kept>(
  queryKey: readonly unknown[],
  nameOf: (saved: S) => string,
): Placing<S> {
  return {
    place: (queries, saved) => {
      queries.setQueryData(queryKey, (before: S[] | undefined) =>
        before === undefined
          ? before
          : [...before.filter(({ id }) => id !== saved.id), saved].sort((a, b) =>
              nameOf(a).localeCompare(nameOf(b)),
            ),
      );
    },
    drop: (queries, id) => {
      queries.setQueryData(queryKey, (before: S[] | undefined) => before?.filter((each) => each.id !== id));
    },
    refresh: (queries) => {
      void queries.invalidateQueries({ queryKey });
    },
  };
}

/** For a kind whose things are asked for again, where one alone cannot be put in its place. */
export function asksFor<S extends Kept>(keys: readonly (readonly string[])[]): Placing<S> {
  const refresh = (queries: QueryClient): void => {
    for (const queryKey of keys) void queries.invalidateQueries({ queryKey });
  };
  return { place: refresh, drop: refresh, refresh };
}
