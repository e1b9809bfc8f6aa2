import { useDraggable, useDroppable } from '@dnd-kit/core';
import { ChevronsUp, PhoneCall, TriangleAlert, X } from 'lucide-react';
import { memo } from 'react';
import type { Queued } from '../api/index.js';
import { Name } from '../chat/index.js';
import { IconButton } from '../ui/index.js';

export type RowAct = 'choose' | 'front' | 'remove' | 'move';

interface WaitingRowProps {
  readonly entry: Queued;
  /** pixels from the top */
  readonly start: number;
  readonly handleName: string | null;
  /** they have waited */
  readonly minutes: number;
  readonly onAct: (does: RowAct, entry: Queued, before?: string) => void;
  readonly onStep: (entry: Queued, down: boolean) => void;
}

/** Someone who waits: their place, what they are called in the game, how long they have waited. */
export const WaitingRow = memo(function WaitingRow(props: WaitingRowProps) {
  const { entry, start, handleName, minutes, onAct, onStep } = props;
  const { id, place, name, viewer, handle, bump, turns, wait } = entry;
  const drag = useDraggable({ id, data: { place } });
  const drop = useDroppable({ id });
  const from = drop.active?.data.current as { readonly place: number } | undefined;
  const over = !drop.isOver || from === undefined ? '' : from.place < place ? 'under' : 'over';
  return (
    <li
      ref={drop.setNodeRef}
      className={`waits ${drag.isDragging ? 'dragged' : ''} ${over}`}
      style={{ top: start }}
    >
      <button
        ref={drag.setNodeRef}
        type="button"
        className="pos"
        aria-label={`${name}, place ${String(place)}: move, call or remove`}
        title={`Drag, or Alt ↑ ↓. Wait: ${wait}`}
        {...drag.listeners}
        onKeyDown={(event) => {
          if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown'))
            onStep(entry, event.key === 'ArrowDown');
          else if (event.key === 'Enter') onAct('choose', entry);
          else if (event.key === 'Home') onAct('front', entry);
          else if (event.key === 'Delete' || event.key === 'Backspace') onAct('remove', entry);
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      >
        {place}
      </button>
      <span className="min-w-0 truncate">
        <b>
          <Name viewer={viewer} name={name} />
        </b>
        {bump && (
          <span className="state ml-1.5 text-pool">
            <ChevronsUp className="i s" aria-hidden="true" /> bump
          </span>
        )}
        {turns > 0 && <span className="s2 ml-1.5 text-soft">{turns} played</span>}
      </span>
      {handleName !== null &&
        (handle === null ? (
          <span className="state text-ochre">
            <TriangleAlert className="i s" aria-hidden="true" /> no {handleName}
          </span>
        ) : (
          <span className="m truncate">{handle}</span>
        ))}
      <span className="wait">{minutes} min</span>
      <span className="row-acts">
        <IconButton
          icon={PhoneCall}
          label={`Call ${name}`}
          onClick={() => {
            onAct('choose', entry);
          }}
        />
        <IconButton
          icon={ChevronsUp}
          label={`Send ${name} to the front`}
          onClick={() => {
            onAct('front', entry);
          }}
        />
        <IconButton
          icon={X}
          label={`Remove ${name}`}
          onClick={() => {
            onAct('remove', entry);
          }}
        />
      </span>
    </li>
  );
});
