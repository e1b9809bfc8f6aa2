import { useQuery } from '@tanstack/react-query';
import { Bell, Check, Hand, Pencil, Plug, Sprout } from 'lucide-react';
import type { Activity } from '../api/index.js';
import { activityQuery } from '../live/index.js';
import { Bones, clock, exact, LoadFailed } from '../ui/index.js';

const SIGNS = {
  connection: [Plug, 'connection', 'text-soft'],
  arrival: [Sprout, 'first message', 'text-pool'],
  ran: [Check, 'ran', 'text-moss'],
  stopped: [Hand, 'did not run', 'text-ochre'],
  changed: [Pencil, 'changed', 'text-soft'],
  event: [Bell, 'event', 'text-pool'],
} as const satisfies Record<Activity['kind'], unknown>;

/** What happened, as plain lines, newest first. */
export function ActivityPanel() {
  const { data, error, refetch } = useQuery(activityQuery);
  return (
    <section className="panel tall" aria-labelledby="activity-title">
      <header>
        <h2 id="activity-title">Activity</h2>
      </header>
      {data === undefined ? (
        error === null ? (
          <Bones lines={8} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : data.length === 0 ? (
        <p className="text-soft">
          Nothing has happened yet. First messages, commands and changes are listed here.
        </p>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="log" aria-label="Activity">
          <ul className="lines">
            {data.map((entry) => (
              <Entry key={entry.id} entry={entry} />
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function Entry({ entry }: { readonly entry: Activity }) {
  const [Sign, label, color] = SIGNS[entry.kind];
  return (
    <li>
      <span className="m text-soft" title={exact(entry.at)}>
        {clock(entry.at)}
      </span>
      <Sign className={`i s translate-y-[2px] ${color}`} aria-label={label} />
      <span className="min-w-0 truncate" title={entry.text}>
        <b>{entry.subject}</b> {entry.text}
      </span>
    </li>
  );
}
