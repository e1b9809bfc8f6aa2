import { EVENT_KINDS, EVENTS } from '@gully/core/channel';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useOpenOf } from '../editing/index.js';
import { Choice, WholeNumber } from '../ui/index.js';
import type { RaiseEventProps } from './raise-event.js';

/** Which event is raised, with what belongs to it. */
export function EventTable({ name, pending, kinds = EVENT_KINDS, onRaise }: RaiseEventProps) {
  const [chosen, setKind] = useState<(typeof EVENT_KINDS)[number]>();
  // The event of the routine in view, until another is chosen.
  const waited = useOpenOf('routine')?.body.triggers.find(({ event }) => kinds.includes(event))?.event;
  const kind = chosen ?? waited ?? 'follow';
  const [count, setCount] = useState<number | null>(12);
  const [message, setMessage] = useState('');
  const { counts } = EVENTS[kind];
  return (
    <div className="grid w-[min(300px,80vw)] gap-2.5">
      <Choice
        label="Which event"
        value={kind}
        options={kinds.map((value) => ({ value, label: EVENTS[value].name }))}
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
        Simulate it{['live', 'offline'].includes(kind) ? '' : ` as ${name || 'a viewer'}`}
      </Popover.Close>
    </div>
  );
}
