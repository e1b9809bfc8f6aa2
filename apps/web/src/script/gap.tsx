import { useDroppable } from '@dnd-kit/core';
import type { StepPlace } from './edits.js';

/** Where a dragged step may be let go of. */
export function Gap({ place }: { readonly place: StepPlace }) {
  const { setNodeRef, isOver, active } = useDroppable({
    id: `${place.list}:${String(place.at)}`,
    data: place,
  });
  if (active === null) return <div ref={setNodeRef} className="gap idle" aria-hidden="true" />;
  return <div ref={setNodeRef} className={`gap ${isOver ? 'over' : ''}`} aria-hidden="true" />;
}
