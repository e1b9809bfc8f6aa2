import type { ReferenceKind } from '@gully/core/things';
import { useMemo } from 'react';
import { useAreas } from './areas.js';

/** Where one of a kind is edited, by its id; undefined for a kind that has no page of its own. */
type PlaceOf = (kind: ReferenceKind, id: string) => string | undefined;

/** Where things are edited, as areas say it. */
export function usePlaceOf(): PlaceOf {
  const areas = useAreas();
  return useMemo(() => {
    const at = new Map(areas.flatMap(({ opens }) => (opens === undefined ? [] : [[opens.kind, opens.at]])));
    return (kind, id) => {
      const place = at.get(kind);
      return place === undefined ? undefined : `${place}${id}`;
    };
  }, [areas]);
}
