import { useQuery } from '@tanstack/react-query';
import { Square } from 'lucide-react';
import { goingQuery } from '../live/index.js';
import { clock, IconButton, LoadFailed, useNow } from '../ui/index.js';
import { useStop } from './use-stop.js';

/** Runs a panel shows; the rest is a number. */
const SHOWN = 6;

/** What runs now and continues later, each with its stop, and one for all. */
export function RunningPanel() {
  const { data, error, refetch } = useQuery(goingQuery);
  const now = useNow(1_000);
  const stop = useStop(() => void refetch());
  return (
    <section className="panel" aria-labelledby="running-title">
      <header>
        <h2 id="running-title">Running routines</h2>
        {data?.total === 0 && <span className="ml-auto text-soft">Nothing is running.</span>}
        {data !== undefined && data.total > 0 && (
          <button
            type="button"
            className="btn s ml-auto !text-crimson"
            onClick={() => {
              stop.mutate([]);
            }}
          >
            <Square className="i s fill-current" aria-hidden="true" /> Stop all {data.total}
          </button>
        )}
      </header>
      {data === undefined ? (
        error !== null && <LoadFailed error={error} retry={() => void refetch()} />
      ) : data.total === 0 ? null : (
        <ul className="lines">
          {data.runs.slice(0, SHOWN).map((run) => (
            <li key={run.id} className="row">
              <span className="min-w-0 flex-1 truncate">
                <b>{run.title}</b> <span className="text-soft">{run.viewer}</span>
              </span>
              <span className="s2 text-soft">{waitsInWords(run, now)}</span>
              <IconButton
                icon={Square}
                label={`Stop ${run.title}, started by ${run.viewer} at ${clock(run.at)}`}
                onClick={() => {
                  stop.mutate([run.id]);
                }}
              />
            </li>
          ))}
          {data.total > SHOWN && <li className="s2 text-soft">and {data.total - SHOWN} more</li>}
        </ul>
      )}
    </section>
  );
}

function waitsInWords({ waitsFor, until }: { waitsFor: string; until: string | null }, now: number): string {
  if (waitsFor === 'turn') return 'waits its turn';
  if (until === null) return 'is running';
  const seconds = Math.max(0, Math.ceil((Date.parse(until) - now) / 1000));
  return `continues in ${String(seconds)} s`;
}
