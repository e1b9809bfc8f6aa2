import type { Names } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { listsQuery, routinesQuery } from '../live/index.js';

/** The names behind ids, for sentences of steps. */
export function useNames(): Names {
  const { data: lists } = useQuery(listsQuery);
  const { data: routines } = useQuery(routinesQuery);
  return useMemo(
    () => ({
      list: (id) => lists?.find((list) => list.id === id)?.name,
      routine: (id) => routines?.find((routine) => routine.id === id)?.name,
    }),
    [lists, routines],
  );
}
