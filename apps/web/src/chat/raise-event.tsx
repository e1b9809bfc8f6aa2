import { Popover } from 'radix-ui';
import { EVENT_KINDS, EVENT_NAMES, EVENT_WORDS } from '@gully/core/routines';
import { useState } from 'react';
import { openRoutine } from '../routines/index.js';
import { Choice, Opens, WholeNumber } from '../ui/index.js';

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

interface RaiseEventProps {
  /** who does it */
  readonly name: string;
  readonly pending: boolean;
  /** events that can be raised; all when it is not given */
  readonly kinds?: readonly (typeof EVENT_KINDS)[number][];
  readonly onRaise: (raised: Raised) => void;
}

/** A small table that has something happen on the channel. */
export function RaiseEvent({ name, pending, kinds = EVENT_KINDS, onRaise }: RaiseEventProps) {
  const [chosen, setKind] = useState<(typeof EVENT_KINDS)[number]>();
  // The event of the routine in view, until another is chosen.
  const waited = openRoutine.use()?.triggers.find(({ event }) => kinds.includes(event))?.event;
  const kind = chosen ?? waited ?? 'follow';
  const [count, setCount] = useState<number | null>(12);
  const [message, setMessage] = useState('');
  const { counts } = EVENT_WORDS[kind];
  return (
    <Opens shown="Raise an event" label="Raise an event">
      <div className="grid w-[min(300px,80vw)] gap-2.5">
        <Choice
          label="Which event"
          value={kind}
          options={kinds.map((value) => ({ value, label: EVENT_WORDS[value].name }))}
          onChange={setKind}
        />
        {counts !== undefined && (
          <span className="row">
            <WholeNumber label={`How many ${counts}`} value={count} onChange={setCount} />
            <span className="s2 text-soft">{counts}</span>
          </span>
        )}
        {!['live', 'offline'].includes(kind) && (
          <input
            className="blank"
            aria-label="What they write with it"
            placeholder="what they write with it, if anything"
            value={message}
            maxLength={500}
            onChange={(event) => {
              setMessage(event.target.value);
            }}
          />
        )}
        <Popover.Close
          type="button"
          className="btn do justify-self-start"
          disabled={pending}
          onClick={() => {
            onRaise({ kind, count: counts === undefined ? 0 : Math.max(0, count ?? 0), message });
          }}
        >
          Raise it{['live', 'offline'].includes(kind) ? '' : ` as ${name || 'a viewer'}`}
        </Popover.Close>
      </div>
    </Opens>
  );
}
