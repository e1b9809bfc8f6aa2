import { useQuery } from '@tanstack/react-query';
import { Check, CircleSlash } from 'lucide-react';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link } from 'react-router';
import type { QueueStanding } from '../api/index.js';
import { Bones, Choice, LoadFailed } from '../ui/index.js';
import { AddViewer } from './add-viewer.js';
import { standingQueuesQuery } from './queries.js';
import { Rope } from './rope.js';
import { Called, Playing } from './seats.js';
import { useQueueActs } from './use-queue-acts.js';
import { WaitingList } from './waiting-list.js';

/** On air: who plays, who is called, and who waits; all of it acted on from here. */
export function QueuePanel() {
  const { data, error, refetch } = useQuery(standingQueuesQuery);
  const [chosen, setChosen] = useState<string>();
  const queues = data?.queues ?? [];
  const queue = queues.find(({ id }) => id === chosen) ?? queues.find(({ current }) => current) ?? queues[0];
  return (
    <section className="panel flex flex-col" aria-labelledby="queue-panel-title">
      <header>
        <h2 id="queue-panel-title">Queue</h2>
        {queues.length > 1 && queue !== undefined && (
          <Choice
            label="Which queue"
            value={queue.id}
            options={queues.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setChosen}
          />
        )}
        {queue !== undefined && <Openness queue={queue} />}
      </header>
      {data === undefined ? (
        error === null ? (
          <Bones lines={6} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : queue === undefined ? (
        <p className="text-soft">
          No queue yet.{' '}
          <Link className="underline" to="/prepare/queues/new">
            Add one
          </Link>{' '}
          for viewers who want to play.
        </p>
      ) : (
        <OneQueue key={queue.id} queue={queue} ahead={Date.parse(data.at) - Date.now()} />
      )}
    </section>
  );
}

function Openness({ queue: { open } }: { readonly queue: QueueStanding }) {
  return open ? (
    <span className="state ml-auto text-moss">
      <Check className="i s" aria-hidden="true" /> open
    </span>
  ) : (
    <span className="state ml-auto text-soft">
      <CircleSlash className="i s" aria-hidden="true" /> closed
    </span>
  );
}

/** @param ahead milliseconds the server’s clock is ahead of this one */
function OneQueue({ queue, ahead }: { readonly queue: QueueStanding; readonly ahead: number }) {
  const acts = useQueueActs();
  const { id, name, open, entries, party, turnMinutes, played } = queue;
  const waiting = entries.filter(({ state }) => state === 'waiting');
  const seated = entries.filter(({ state }) => state !== 'waiting');
  const missed = entries.reduce((sum, entry) => sum + entry.missed, 0);
  const callNext = (): void => {
    acts.act({ queue: id, does: 'call', title: `Called the next in ${name}` });
  };
  useHotkeys('c', callNext, { preventDefault: true });
  return (
    <>
      <p className="row flex-nowrap">
        <span className="s2 text-soft">
          {waiting.length} waiting
          {turnMinutes !== null && `, about ${String(turnMinutes)} min a turn`}
        </span>
        <button
          type="button"
          className="btn s bare ml-auto"
          onClick={() => {
            const title = open ? `${name} is closed; those waiting stay` : `${name} is open`;
            acts.act({ queue: id, does: open ? 'close' : 'open', title });
          }}
        >
          {open ? 'Close' : 'Open'}
        </button>
        {!open && entries.length > 0 && (
          <button
            type="button"
            className="btn s bare"
            title="Remove everyone and refund them"
            onClick={() => {
              acts.act({ queue: id, does: 'empty', title: `${name} is closed and empty` });
            }}
          >
            Empty
          </button>
        )}
      </p>
      <Rope seated={seated} party={party} />
      {seated.map((entry) =>
        entry.state === 'called' ? (
          <Called key={entry.id} queue={queue} entry={entry} ahead={ahead} acts={acts} />
        ) : (
          <Playing key={entry.id} queue={queue} entry={entry} ahead={ahead} acts={acts} />
        ),
      )}
      {waiting.length === 0 ? (
        <p className="my-2 text-soft">
          {open ? 'Nobody is waiting.' : 'Closed: nobody can join until you open it.'}
        </p>
      ) : (
        <WaitingList queue={queue} waiting={waiting} ahead={ahead} acts={acts} />
      )}
      {(played > 0 || missed > 0) && (
        <p className="s2 mt-1.5 text-soft">
          {played} {played === 1 ? 'turn' : 'turns'} in this stream
          {missed > 0 &&
            `, ${String(missed)} ${missed === 1 ? 'call' : 'calls'} missed by those waiting`}.{' '}
          <Link className="underline" to={`/review/queue?queue=${id}`}>
            All
          </Link>
        </p>
      )}
      <footer className="row mt-auto flex-wrap pt-2">
        <button type="button" className="btn do" disabled={waiting.length === 0} onClick={callNext}>
          Call next <kbd aria-hidden="true">c</kbd>
        </button>
        <button
          type="button"
          className="btn"
          title="Call a viewer of the queue at random"
          disabled={waiting.length === 0}
          onClick={() => {
            acts.act({ queue: id, does: 'random', title: `Called someone in ${name}` });
          }}
        >
          Call one at random
        </button>
        <AddViewer queue={queue} acts={acts} />
      </footer>
    </>
  );
}
