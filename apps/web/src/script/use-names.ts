import type { Names } from '@gully/core/routines';
import type { ReferenceKind } from '@gully/core/things';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { listsQuery, routinesQuery, timersQuery } from '../live/index.js';

/** The names behind ids, for sentences of steps. */
export function useNames(): Names {
  const { data: lists } = useQuery(listsQuery);
  const { data: routines } = useQuery(routinesQuery);
  const { data: timers } = useQuery(timersQuery);
  return useMemo(() => {
    const things: Partial<Record<ReferenceKind, readonly { id: string; name: string }[] | undefined>> = {
      list: lists,
      routine: routines,
      timer: timers,
    };
    return (to, id) => things[to]?.find((thing) => thing.id === id)?.name;
  }, [lists, routines, timers]);
}
