import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { Tick } from '../ui/index.js';

const ROW = 26;

interface TickListProps {
  readonly label: string;
  readonly things: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: ReadonlySet<string>;
  readonly onChange: (id: string, on: boolean) => void;
}

/** Things to be ticked, however many there are: only those in view are drawn. */
export function TickList({ label, things, chosen, onChange }: TickListProps) {
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: things.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 8,
    initialRect: { width: 200, height: 256 },
  });
  return (
    <div
      ref={scroll}
      className="max-h-64 overflow-y-auto border-t border-line pt-1"
      role="region"
      aria-label={label}
      tabIndex={0}
    >
      <ul className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const thing = things[index];
          if (thing === undefined) return null;
          const { id, name } = thing;
          return (
            <li key={id} className="absolute inset-x-0 truncate" style={{ top: start }} title={name}>
              <Tick
                label={name}
                checked={chosen.has(id)}
                onChange={(on) => {
                  onChange(id, on);
                }}
              />
            </li>
          );
        })}
      </ul>
    </div>
  );
}
