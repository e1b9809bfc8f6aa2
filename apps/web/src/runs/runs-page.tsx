import { REFUSAL_REASONS } from '@gully/core/chat';
import { RUN_ENDINGS } from '@gully/core/news';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft, Download } from 'lucide-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { answerOf, api } from '../api/index.js';
import { KeptDays } from './kept-days.js';
import { ENDING_WORDS } from '../chat/index.js';
import { OlderList } from '../table/index.js';
import { Bones, Choice, LoadFailed, useNow } from '../ui/index.js';
import { RunTable } from './run-rows.js';
import { ALL_RUNS, askRuns, PAGE, queryOf, REASON_WORDS, SPANS } from './wanted-runs.js';

const REASONS = [
  { value: 'any', label: 'For any reason' },
  ...REFUSAL_REASONS.map((value) => ({ value, label: REASON_WORDS[value] })),
] as const;

/** Review › Activity: what ran or was refused, by what, when, how it ended, and its why. */
export function RunsPage() {
  const [params] = useSearchParams();
  const one = params.get('run');
  return one === null ? <AllRuns /> : <OneRun key={one} id={one} />;
}

function AllRuns() {
  const [wanted, setWanted] = useState(ALL_RUNS);
  const [open, setOpen] = useState<string>();
  const now = useNow(10_000);
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="runs-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="runs-title">Activity</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">What ran or was refused, and why.</span>
        <span className="row ml-auto flex-wrap">
          <KeptDays />
          <input
            className="blank !w-44"
            type="search"
            placeholder="Find in what ran"
            aria-label="Find in what ran"
            value={wanted.search}
            onChange={(event) => {
              setWanted({ ...wanted, search: event.target.value });
            }}
          />
          <Choice
            label="How it ended"
            value={wanted.ended}
            options={[
              { value: 'any', label: 'Any result' },
              ...RUN_ENDINGS.map((value) => ({ value, label: ENDING_WORDS[value] })),
            ]}
            onChange={(ended) => {
              setWanted({ ...wanted, ended });
            }}
          />
          {wanted.ended === 'refused' && (
            <Choice
              label="Why it was refused"
              value={wanted.reason}
              options={REASONS}
              onChange={(reason) => {
                setWanted({ ...wanted, reason });
              }}
            />
          )}
          <Choice
            label="When"
            value={wanted.span}
            options={SPANS}
            onChange={(span) => {
              setWanted({ ...wanted, span });
            }}
          />
          <a
            className="btn s"
            href={`/api/runs/csv?${new URLSearchParams(queryOf(wanted)).toString()}`}
            download="activity.csv"
          >
            <Download className="i s" aria-hidden="true" /> CSV
          </a>
        </span>
      </header>
      <OlderList
        label="What ran"
        queryKey={['runs', 'log', wanted]}
        ask={(before) => askRuns(wanted, before)}
        page={PAGE}
        empty={
          wanted.search === '' && wanted.ended === 'any'
            ? 'Nothing has run yet. Commands and routines are listed here as they run.'
            : 'Nothing matches these filters.'
        }
      >
        {(runs) => (
          <RunTable
            runs={runs}
            now={now}
            open={open}
            onOpen={(id) => {
              setOpen(open === id ? undefined : id);
            }}
          />
        )}
      </OlderList>
    </section>
  );
}

/** One run alone, where a line of chat or of the activity leads to it. */
function OneRun({ id }: { readonly id: string }) {
  const now = useNow(10_000);
  const {
    data: run,
    error,
    refetch,
  } = useQuery({
    queryKey: ['runs', 'one', id],
    queryFn: () => answerOf(api.GET('/api/runs/{id}', { params: { path: { id } } })),
  });
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="run-title">
      <header className="row min-h-12 border-b border-line bg-ground px-4 py-1.5">
        <h1 id="run-title">One run</h1>
        <Link className="btn s ml-auto" to="/review/activity">
          <ArrowLeft className="i s" aria-hidden="true" /> All activity
        </Link>
      </header>
      {run === undefined ? (
        error === null ? (
          <Bones lines={4} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto">
          <RunTable runs={[run]} now={now} open={run.id} />
        </div>
      )}
    </section>
  );
}
