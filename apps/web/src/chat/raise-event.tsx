import type { EventKind, EventName } from '@gully/core/channel';
import { comesLater, Opens } from '../ui/index.js';

const EventTable = comesLater(async () => (await import('./event-table.js')).EventTable, 3);

/** An event as it is raised by hand. `hand`: the routine that is open is run. */
export interface Raised {
  readonly kind: EventKind;
  readonly count: number;
  readonly message: string;
}

export interface RaiseEventProps {
  /** who does it */
  readonly name: string;
  readonly pending: boolean;
  /** events that can be raised; all when it is not given */
  readonly kinds?: readonly EventName[];
  readonly onRaise: (raised: Raised) => void;
}

/** A small table that has something happen on the channel. */
export function RaiseEvent(props: RaiseEventProps) {
  return (
    <Opens shown="Simulate an event" label="Simulate an event">
      <EventTable {...props} />
    </Opens>
  );
}
