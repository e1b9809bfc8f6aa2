import { useDroppable } from '@dnd-kit/core';
import type { Step } from '@gully/core/channel';
import { AddStep } from './add-step.js';
import type { StepPlace } from './edits.js';
import { StepLine } from './step-line.js';

interface StepListProps {
  readonly steps: readonly Step[];
  /** where they stand, such as `steps` or `steps.3.then` */
  readonly list: string;
  readonly label: string;
}

/** The steps of a routine or of a branch, and the empty line behind them. */
export function StepList({ steps, list, label }: StepListProps) {
  return (
    <ol className="script" aria-label={label}>
      {steps.map((step, at) => (
        <StepLine key={step.id} step={step} list={list} at={at} />
      ))}
      <li className="empty-line">
        <Gap place={{ list, at: steps.length }} />
        <AddStep place={{ list, at: steps.length }} label={label} />
      </li>
    </ol>
  );
}

/** Where a dragged step may be let go of. */
export function Gap({ place }: { readonly place: StepPlace }) {
  const { setNodeRef, isOver, active } = useDroppable({
    id: `${place.list}:${String(place.at)}`,
    data: place,
  });
  if (active === null) return <div ref={setNodeRef} className="gap idle" aria-hidden="true" />;
  return <div ref={setNodeRef} className={`gap ${isOver ? 'over' : ''}`} aria-hidden="true" />;
}
