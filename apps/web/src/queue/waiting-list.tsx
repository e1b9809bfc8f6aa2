import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useRef } from 'react';
import type { Queued, QueueStanding } from '../api/index.js';
import { useNow } from '../ui/index.js';
import type { QueueActs } from './use-queue-acts.js';
import { WaitingRow, type RowAct } from './waiting-row.js';

const ROW = 29;
const MINUTE = 60_000;
/** One object for good: made again, it would have every row drawn again. */
const POINTER = { activationConstraint: { distance: 4 } };

interface WaitingListProps {
  readonly queue: QueueStanding;
  readonly waiting: readonly Queued[];
  readonly ahead: number;
  readonly acts: QueueActs;
}

/** Those who wait, in their order: dragged, or moved by keys. Only rows in view are drawn. */
export function WaitingList({ queue, waiting, ahead, acts }: WaitingListProps) {
  const scroller = useRef<HTMLOListElement>(null);
  const now = useNow(15_000) + ahead;
  const sensors = useSensors(useSensor(PointerSensor, POINTER));
  // Scrolling is the virtualizer’s; the compiler cannot know what it gives back.
  const rows = useVirtualizer({
    count: waiting.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 6,
    getItemKey: (n) => waiting[n]?.id ?? n,
  });
  const { act } = acts;
  const onAct = useCallback(
    (does: RowAct, entry: Queued, before?: string) => {
      const title = {
        choose: `Called ${entry.name}`,
        front: `${entry.name} is next`,
        remove: `${entry.name} is out of the queue`,
        move: `${entry.name} is moved`,
      }[does];
      act({ queue: queue.id, does, entry: entry.id, title, ...(before === undefined ? {} : { before }) });
    },
    [act, queue.id],
  );
  const latest = useRef(waiting);
  latest.current = waiting;
  /** By so many places; the one stepped over, or the one after it, is then behind. */
  const onStep = useCallback(
    (entry: Queued, down: boolean) => {
      const all = latest.current;
      const at = all.findIndex(({ id }) => id === entry.id);
      const to = down ? at + 1 : at - 1;
      if (at === -1 || to < 0 || to >= all.length) return;
      onAct('move', entry, down ? all[to + 1]?.id : all[to]?.id);
    },
    [onAct],
  );
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    const entry = waiting.find(({ id }) => id === active.id);
    if (entry === undefined || over === null || over.id === active.id) return;
    const [from, to] = [active.id, over.id].map((id) => waiting.findIndex((each) => each.id === id));
    if (from === undefined || to === undefined || to === -1) return;
    onAct('move', entry, to > from ? waiting[to + 1]?.id : waiting[to]?.id);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={onDragEnd}>
      <ol
        ref={scroller}
        className="waiting min-h-24 flex-1 overflow-y-auto"
        tabIndex={0}
        aria-label={`Waiting in ${queue.name}`}
      >
        <li aria-hidden="true" style={{ height: rows.getTotalSize() }} />
        {rows.getVirtualItems().map(({ index, start }) => {
          const entry = waiting[index];
          if (entry === undefined) return null;
          return (
            <WaitingRow
              key={entry.id}
              entry={entry}
              start={start}
              handleName={queue.handleName}
              minutes={Math.max(0, Math.floor((now - Date.parse(entry.joinedAt)) / MINUTE))}
              onAct={onAct}
              onStep={onStep}
            />
          );
        })}
      </ol>
    </DndContext>
  );
}
