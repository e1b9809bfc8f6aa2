import { useQuery } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { useSearchParams } from 'react-router';
import type { PastQueued, QueueSummary } from '../api/index.js';
import { Name } from '../chat/index.js';
import { OlderList } from '../table/index.js';
import { Bones, Choice, clock, day, exact, OneViewer, useOneViewer } from '../ui/index.js';
import {
  askHistory,
  historyFile,
  PAGE,
  queuedStreamsQuery,
  summaryQuery,
  type WantedHistory,
} from './queries.js';
import { thingsQuery } from '../live/index.js';

const ANY = 'any';
const CAME_TO: Readonly<Record<PastQueued['state'], string>> = {
  waiting: 'waiting',
  called: 'being called',
  confirmed: 'answered',
  playing: 'playing',
  done: 'played',
  missed: 'missed the call',
  left: 'left',
  removed: 'taken out',
};

/** Review › Queue: who queued, how long they waited, and how fair it was. */
export function ReviewPage() {
  const [params, setParams] = useSearchParams();
  const { data: queues = [] } = useQuery(thingsQuery('queue'));
  const { data: streams = [] } = useQuery(queuedStreamsQuery);
  const viewer = useOneViewer();
  const wanted: WantedHistory = {
    queue: params.get('queue') ?? '',
    stream: params.get('stream') ?? '',
    viewer: viewer?.id ?? '',
  };
  const set = (part: Partial<WantedHistory>): void => {
    const next = { ...Object.fromEntries(params), ...part };
    setParams(Object.fromEntries(Object.entries(next).filter(([, value]) => value !== '')));
  };
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="queue-review-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="queue-review-title">Queue</h1>
        <span className="row ml-auto flex-wrap">
          <OneViewer viewer={viewer} />
          <Choice
            label="Queue"
            value={wanted.queue === '' ? ANY : wanted.queue}
            options={[
              { value: ANY, label: 'All queues' },
              ...queues.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(queue) => {
              set({ queue: queue === ANY ? '' : queue });
            }}
          />
          <Choice
            label="Stream"
            value={wanted.stream === '' ? ANY : wanted.stream}
            options={[
              { value: ANY, label: 'All streams' },
              ...streams.map(({ id, startedAt, queued }) => ({
                value: id,
                label: `${day(startedAt)}, ${String(queued)} queued`,
              })),
            ]}
            onChange={(stream) => {
              set({ stream: stream === ANY ? '' : stream });
            }}
          />
          <a className="btn s" href={historyFile(wanted)} download="queue.csv">
            <Download className="i s" aria-hidden="true" /> CSV
          </a>
        </span>
      </header>
      <Sums wanted={wanted} />
      <OlderList
        label="Who queued"
        queryKey={['queue', 'history', wanted]}
        ask={(before) => askHistory(wanted, before)}
        page={PAGE}
        empty="No one has queued yet. Everyone who does is listed here, with how long they waited and what came of it."
      >
        {(rows) => <Rows rows={rows} />}
      </OlderList>
    </section>
  );
}

/** How fair it was and how true the waits were that people were told, in words. */
function Sums({ wanted }: { readonly wanted: WantedHistory }) {
  const { data } = useQuery(summaryQuery(wanted));
  if (data === undefined) return <Bones lines={3} />;
  if (data.queued === 0) return null;
  // How turns were shared says nothing of one viewer.
  const isOfOne = wanted.viewer !== '';
  const minutes = (value: number | null): string => (value === null ? '–' : `${value.toFixed(0)} min`);
  return (
    <div className="border-b border-line px-4 py-2">
      <dl className="figures">
        {(
          [
            ...(isOfOne ? [] : [['viewers queued', data.queued.toLocaleString('en')] as const]),
            [data.turns === 1 ? 'turn' : 'turns', data.turns.toLocaleString('en')],
            ['a turn, on average', minutes(data.turnMinutes)],
            ['until the call, on average', minutes(data.waitMinutes)],
            [data.missed === 1 ? 'call missed' : 'calls missed', data.missed.toLocaleString('en')],
          ] as const
        ).map(([label, value]) => (
          <div key={label}>
            <dt>{label}</dt>
            <dd className="m">{value}</dd>
          </div>
        ))}
      </dl>
      {!isOfOne && <Fairness summary={data} />}
      {data.told > 0 && (
        <p>
          {data.right} of {data.told} {data.told === 1 ? 'wait' : 'waits'} matched the estimate
          {data.told > data.right && (
            <span className="text-soft">
              ; {data.sooner} sooner and {data.later} later, by {data.missedBy.toFixed(0)} min on average
            </span>
          )}
          .
        </p>
      )}
    </div>
  );
}

function Fairness({ summary }: { readonly summary: QueueSummary }) {
  const { words, gini, without } = summary;
  return (
    <p>
      {words}
      <span className="text-soft">
        {' '}
        (Gini coefficient {gini.toFixed(2)}; 0 is even, 1 is one for all)
      </span>. {without.length > 0 && <Without names={without} />}
    </p>
  );
}

const NAMED = 8;

function Without({ names }: { readonly names: readonly string[] }) {
  const more = names.length - NAMED;
  return (
    <>
      Without a turn: {names.slice(0, NAMED).join(', ')}
      {more > 0 && ` and ${String(more)} more`}.
    </>
  );
}

function Rows({ rows }: { readonly rows: readonly PastQueued[] }) {
  return (
    <table className="t w-full">
      <thead>
        <tr>
          {['Viewer', 'Queue', 'Joined', 'Estimate', 'Actual', 'Turn', 'Outcome'].map((title) => (
            <th key={title} scope="col">
              {title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td>
              <b>
                <Name viewer={row.viewer} name={row.name} />
              </b>
            </td>
            <td>{row.queueName}</td>
            <td title={exact(row.joinedAt)}>
              {day(row.joinedAt)} <span className="m">{clock(row.joinedAt)}</span>
            </td>
            <td className="m">
              {row.toldLeast === null ? '' : `${String(row.toldLeast)}–${String(row.toldMost ?? '')} min`}
            </td>
            <td className="m">{between(row.joinedAt, row.calledAt)}</td>
            <td className="m">{between(row.startedAt, row.endedAt)}</td>
            <td
              className={
                row.state === 'missed' ? 'text-ochre' : row.state === 'done' ? 'text-moss' : 'text-soft'
              }
            >
              {CAME_TO[row.state]}
              {row.missed > 0 && ` (${String(row.missed)} missed before)`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function between(from: string | null, to: string | null): string {
  if (from === null || to === null) return '';
  return `${String(Math.max(0, Math.round((Date.parse(to) - Date.parse(from)) / 60_000)))} min`;
}
