import { useQuery } from '@tanstack/react-query';
import { ArrowUp } from 'lucide-react';
import { Fragment, useMemo, useState } from 'react';
import type { Activity } from '../api/index.js';
import { activityQuery } from '../live/index.js';
import { Bones, Choice, day, LoadFailed, useStored } from '../ui/index.js';
import { ActivityLine } from './activity-line.js';
import { activityRows } from './activity-rows.js';
import { useHeld } from './use-held.js';

type Shown = Activity['kind'] | 'all';

const SHOWN: readonly { readonly value: Shown; readonly label: string }[] = [
  { value: 'all', label: 'Everything' },
  { value: 'ran', label: 'What ran' },
  { value: 'stopped', label: 'Refused or stopped' },
  { value: 'event', label: 'Events' },
  { value: 'arrival', label: 'First messages' },
  { value: 'changed', label: 'Changes' },
  { value: 'connection', label: 'Connection' },
];

/** What happened, as plain lines, newest first; many uses of one thing are one line. It stands still while someone is at it. */
export function ActivityPanel() {
  const { data, error, refetch } = useQuery(activityQuery);
  const [stored, setStored] = useStored('gully.activity.shown');
  const [open, setOpen] = useState<string>();
  const shown = SHOWN.find(({ value }) => value === stored)?.value ?? 'all';
  const entries = useMemo(
    () => (data ?? []).filter(({ kind }) => shown === 'all' || kind === shown),
    [data, shown],
  );
  const held = useHeld(entries, open !== undefined, shown);
  const rows = useMemo(() => activityRows(held.shown), [held.shown]);
  return (
    <section className="panel" aria-labelledby="activity-title">
      <header>
        <h2 id="activity-title">Activity</h2>
        <span className="row ml-auto">
          {held.unseen > 0 && (
            <button
              type="button"
              className="btn s"
              onClick={() => {
                setOpen(undefined);
                held.release();
              }}
            >
              <ArrowUp className="i s" aria-hidden="true" /> {held.unseen} new
            </button>
          )}
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
        <div
          className="min-h-0 flex-1 overflow-y-auto"
          tabIndex={0}
          role="log"
          aria-label="Activity"
          {...held.around}
        >
          <ul className="activity">
            {rows.map((row, at) => {
              const on = day(row.entry.at);
              const before = rows[at - 1];
              return (
                <Fragment key={row.entry.id}>
                  {on !== (before === undefined ? day(new Date().toISOString()) : day(before.entry.at)) && (
                    <li className="border-b border-line pt-2 font-semibold text-soft">{on}</li>
                  )}
                  <ActivityLine row={row} open={open === row.entry.id} onOpen={setOpen} />
                </Fragment>
              );
            })}
          </ul>
        </div>
      )}
    </section>
  );
}
