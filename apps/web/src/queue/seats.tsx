import { ROLE_NAMES } from '@gully/core/chat';
import { elapsedInWords } from '@gully/core/text';
import { Check, Copy, Flag, X } from 'lucide-react';
import type { Queued, QueueStanding } from '../api/index.js';
import { Name } from '../chat/index.js';
import { IconButton, tellProblem, toast, useNow } from '../ui/index.js';
import type { QueueActs } from './use-queue-acts.js';

interface SeatProps {
  readonly queue: QueueStanding;
  readonly entry: Queued;
  /** milliseconds the server’s clock is ahead of this one */
  readonly ahead: number;
  readonly acts: QueueActs;
}

/** Someone who is called: the time left, their handle in large type, and answering in their place. */
export function Called({ queue, entry, ahead, acts }: SeatProps) {
  const { name, handle, role, turns, viewer } = entry;
  const facts = [
    ...(role === 'viewer' ? [] : [ROLE_NAMES[role]]),
    turns === 0 ? 'first turn in this stream' : `${String(turns)} ${turns === 1 ? 'turn' : 'turns'} before`,
  ];
  const act = (does: 'confirm' | 'miss', title: string): void => {
    acts.act({ queue: queue.id, does, entry: entry.id, title });
  };
  return (
    <div className="seat" role="group" aria-label={`${name} is called`}>
      <Countdown entry={entry} seconds={queue.seconds} ahead={ahead} />
      <div className="min-w-0">
        <p className="who truncate">
          <Name viewer={viewer} name={name} />
        </p>
        {queue.handleName !== null &&
          (handle === null ? (
            <p className="s2 text-ochre">no {queue.handleName} is known</p>
          ) : (
            <p className="row flex-nowrap">
              <span className="handle m truncate">{handle}</span>
              <CopyHandle text={handle} called={queue.handleName} />
            </p>
          ))}
        <p className="s2 text-soft">{facts.join(', ')}</p>
      </div>
      <p className="acts row">
        <button
          type="button"
          className="btn s"
          onClick={() => {
            act('confirm', `${name} is in`);
          }}
        >
          <Check className="i s" aria-hidden="true" /> Confirm for them
        </button>
        <button
          type="button"
          className="btn s"
          onClick={() => {
            act('miss', `${name} missed the call`);
          }}
        >
          <X className="i s" aria-hidden="true" /> Count as missed
        </button>
      </p>
    </div>
  );
}

/** Someone who plays, or has answered and waits for the rest of the party. */
export function Playing({ queue, entry, ahead, acts }: SeatProps) {
  const { id, name, handle, viewer, state, startedAt } = entry;
  const now = useNow(5_000) + ahead;
  return (
    <div className="plays" role="group" aria-label={`${name} plays`}>
      <b className="min-w-0 truncate">
        <Name viewer={viewer} name={name} />
      </b>
      {handle !== null && queue.handleName !== null && (
        <>
          <span className="m ml-auto font-semibold">{handle}</span>
          <CopyHandle text={handle} called={queue.handleName} />
        </>
      )}
      <span className={`s2 text-soft ${handle === null ? 'ml-auto' : ''}`}>
        {state === 'confirmed' || startedAt === null ? 'is in' : elapsedInWords(now - Date.parse(startedAt))}
      </span>
      <button
        type="button"
        className="btn s"
        aria-label={`The turn of ${name} is over`}
        onClick={() => {
          acts.act({ queue: queue.id, does: 'done', entry: id, title: `The turn of ${name} is over` });
        }}
      >
        <Flag className="i s" aria-hidden="true" /> Done
      </button>
    </div>
  );
}

function CopyHandle({ text, called }: { readonly text: string; readonly called: string }) {
  return (
    <IconButton
      icon={Copy}
      label={`Copy ${called} ${text}`}
      onClick={() => {
        navigator.clipboard.writeText(text).then(() => {
          toast(`${text} is copied`);
        }, tellProblem);
      }}
    />
  );
}

/** The time left to answer, as a ring that runs out. */
function Countdown({
  entry: { until },
  seconds,
  ahead,
}: {
  readonly entry: Queued;
  readonly seconds: number;
  readonly ahead: number;
}) {
  const now = useNow(250) + ahead;
  const left = until === null ? 0 : Math.max(0, Math.ceil((Date.parse(until) - now) / 1_000));
  return (
    <svg
      className="countdown"
      width="76"
      height="76"
      viewBox="0 0 76 76"
      role="timer"
      aria-label={`${String(left)} s left of ${String(seconds)}`}
    >
      <circle cx="38" cy="38" r="33" />
      <circle
        className="left"
        cx="38"
        cy="38"
        r="33"
        pathLength={seconds}
        strokeDasharray={`${String(Math.min(left, seconds))} ${String(seconds)}`}
      />
      <text x="38" y="42">
        {left}
      </text>
      <text className="u" x="38" y="55">
        seconds
      </text>
    </svg>
  );
}
