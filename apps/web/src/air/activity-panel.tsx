import { useQuery } from '@tanstack/react-query';
import { Bell, Check, Hand, Pencil, Plug, Sprout } from 'lucide-react';
import type { Activity } from '../api/index.js';
import { activityQuery } from '../live/index.js';
import { Fragment, useMemo } from 'react';
import { Bones, Choice, clock, day, exact, LoadFailed, useStored } from '../ui/index.js';
import { activityRows, type ActivityRow } from './activity-rows.js';

const SIGNS = {
  connection: [Plug, 'connection', 'text-soft'],
  arrival: [Sprout, 'first message', 'text-pool'],
  ran: [Check, 'ran', 'text-moss'],
  stopped: [Hand, 'did not run', 'text-ochre'],
  changed: [Pencil, 'changed', 'text-soft'],
  event: [Bell, 'event', 'text-pool'],
} as const satisfies Record<Activity['kind'], unknown>;

type Shown = Activity['kind'] | 'all';

const SHOWN: readonly { readonly value: Shown; readonly label: string }[] = [
  { value: 'all', label: 'Everything' },
  { value: 'ran', label: 'What ran' },
  { value: 'stopped', label: 'What was refused' },
  { value: 'event', label: 'Events' },
  { value: 'arrival', label: 'First messages' },
  { value: 'changed', label: 'Changes' },
  { value: 'connection', label: 'Connection' },
];

/** What happened, as plain lines, newest first; many uses of one thing are one line. */
export function ActivityPanel() {
  const { data, error, refetch } = useQuery(activityQuery);
  const [stored, setStored] = useStored('gully.activity.shown');
  const shown = SHOWN.find(({ value }) => value === stored)?.value ?? 'all';
  const rows = useMemo(
    () => activityRows((data ?? []).filter(({ kind }) => shown === 'all' || kind === shown)),
    [data, shown],
  );
  return (
    <section className="panel" aria-labelledby="activity-title">
      <header>
        <h2 id="activity-title">Activity</h2>
        <span className="ml-auto">
          <Choice label="What is shown" value={shown} options={SHOWN} onChange={setStored} />
        </span>
      </header>
      {data === undefined ? (
        error === null ? (
          <Bones lines={8} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : rows.length === 0 ? (
        <p className="text-soft">
          {data.length === 0
            ? 'Nothing has happened yet. First messages, commands and changes are listed here.'
            : 'Nothing of the kind lately.'}
        </p>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="log" aria-label="Activity">
          <ul className="lines">
            {rows.map((row, at) => {
              const on = day(row.entry.at);
              const before = rows[at - 1];
              return (
                <Fragment key={row.entry.id}>
                  {on !== (before === undefined ? day(new Date().toISOString()) : day(before.entry.at)) && (
                    <li className="border-b border-line pt-2 font-semibold text-soft">{on}</li>
                  )}
                  <Row row={row} />
                </Fragment>
              );
            })}
          </ul>
        </div>
      )}
    </section>
  );
}

function Row({ row: { entry, times, subjects } }: { readonly row: ActivityRow }) {
  const [Sign, label, color] = SIGNS[entry.kind];
  return (
    <li>
      <span className="m text-soft" title={exact(entry.at)}>
        {clock(entry.at)}
      </span>
      <Sign className={`i s translate-y-[2px] ${color}`} aria-label={label} />
      <span className="min-w-0 truncate" title={times === 1 ? entry.text : subjects.join(', ')}>
        <b>{entry.subject}</b>
        {subjects.length > 1 && (
          <span className="text-soft">
            {' '}
            and {subjects.length - 1} {subjects.length === 2 ? 'other' : 'others'}
          </span>
        )}{' '}
        {entry.text}
        {times > 1 && <span className="text-soft"> {times} times</span>}
      </span>
    </li>
  );
}
