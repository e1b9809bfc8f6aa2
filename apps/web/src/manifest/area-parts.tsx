import { useMemo } from 'react';
import { comesLater } from '../ui/index.js';
import { useAreas } from './areas.js';

/** What areas have in the top bar, or in the dock. */
export function AreaParts({ at }: { readonly at: 'topBar' | 'dock' }) {
  const areas = useAreas();
  const parts = useMemo(
    () =>
      areas
        .flatMap((area) => area[at] ?? [])
        .sort((a, b) => a.rank - b.rank)
        .map(({ id, load }) => ({ id, Part: comesLater(load, 0) })),
    [areas, at],
  );
  return parts.map(({ id, Part }) => <Part key={id} />);
}
