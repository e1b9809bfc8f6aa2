import { EVENT_NAMES, type EVENT_KINDS } from '@gully/core/routines';
import { comesLater, Opens } from '../ui/index.js';

const EventTable = comesLater(async () => (await import('./event-table.js')).EventTable, 3);

/** An event as it is raised by hand. `hand`: the routine that is open is run. */
export interface Raised {
  readonly kind: (typeof EVENT_KINDS)[number] | 'hand';
  readonly count: number;
  readonly message: string;
}

export function raisedInWords({ kind, count }: Raised): string {
  if (kind === 'hand') return 'runs the routine that is open';
  return `raises ${EVENT_NAMES[kind]}${count > 0 ? `, ${count.toLocaleString('en')}` : ''}`;
}

export interface RaiseEventProps {
  /** who does it */
  readonly name: string;
  readonly pending: boolean;
  /** events that can be raised; all when it is not given */
  readonly kinds?: readonly (typeof EVENT_KINDS)[number][];
  readonly onRaise: (raised: Raised) => void;
}

/** A small table that has something happen on the channel. */
export function RaiseEvent(props: RaiseEventProps) {
  return (
    <Opens shown="Raise an event" label="Raise an event">
      <EventTable {...props} />
    </Opens>
  );
}
