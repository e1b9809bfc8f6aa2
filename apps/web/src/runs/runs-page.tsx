import { RUN_ENDINGS, type RunEnding } from '@gully/core/news';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api, type Run } from '../api/index.js';
import { KeptDays } from './kept-days.js';
import { ENDING_WORDS, RunWhy } from '../chat/index.js';
import { ago, Bones, Choice, exact, LoadFailed, useNow } from '../ui/index.js';

const PAGE = 100;

const COLOURS: Readonly<Record<RunEnding, string>> = {
  done: 'text-moss',
  stopped: 'text-soft',
  failed: 'text-crimson',
  limited: 'text-crimson',
  refused: 'text-ochre',
  going: 'text-pool',
};
const SPANS = [
  { value: 'all', label: 'Any time', hours: undefined },
  { value: 'hour', label: 'in the last hour', hours: 1 },
  { value: 'day', label: 'in the last 24 hours', hours: 24 },
  { value: 'week', label: 'in the last 7 days', hours: 168 },
] as const;
type SpanName = (typeof SPANS)[number]['value'];

interface Wanted {
  readonly search: string;
  readonly ended: RunEnding | 'any';
  readonly span: SpanName;
}

function queryOf({ search, ended, span }: Wanted) {
  const hours = SPANS.find(({ value }) => value === span)?.hours;
  return {
    ...(search === '' ? {} : { search }),
    ...(ended === 'any' ? {} : { ended }),
    ...(hours === undefined ? {} : { since: new Date(Date.now() - hours * 3_600_000).toISOString() }),
  };
}

function ask(wanted: Wanted, before: string | undefined): Promise<Run[]> {
  const query = { ...queryOf(wanted), limit: PAGE, ...(before === undefined ? {} : { before }) };
  return answerOf(api.GET('/api/runs', { params: { query } }));
}

/** Review › Activity: what ran, by what, when, how it ended, and its why. */
export function RunsPage() {
  const [wanted, setWanted] = useState<Wanted>({ search: '', ended: 'any', span: 'all' });
  const [open, setOpen] = useState<string>();
  const now = useNow(10_000);
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['runs', 'log', wanted],
    queryFn: ({ pageParam }) => ask(wanted, pageParam),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (last) => (last.length < PAGE ? undefined : last.at(-1)?.id),
  });
  const runs = data?.pages.flat();
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="runs-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="runs-title">Activity</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">What ran, by what, and how it ended.</span>
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
      {runs === undefined ? (
        error === null ? (
          <Bones lines={14} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : runs.length === 0 ? (
        <p className="p-4 text-soft">
          {wanted.search === '' && wanted.ended === 'any'
            ? 'Nothing has run yet. Commands and routines are listed here as they run.'
            : 'Nothing matches these filters.'}
        </p>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="What ran">
          <table className="t">
            <thead>
              <tr>
                <th className="!pl-4">When</th>
                <th>What ran</th>
                <th className="max-[700px]:hidden">Started by</th>
                <th>Ended</th>
                <th>
                  <span className="sr-only">Why</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {runs.map((run) => (
                <RunRows
                  key={run.id}
                  run={run}
                  now={now}
                  open={open === run.id}
                  onOpen={() => {
                    setOpen(open === run.id ? undefined : run.id);
                  }}
                />
              ))}
            </tbody>
          </table>
          {hasNextPage && (
            <button
              type="button"
              className="btn s m-4"
              disabled={isFetchingNextPage}
              onClick={() => void fetchNextPage()}
            >
              Older
            </button>
          )}
        </div>
      )}
    </section>
  );
}

interface RunRowsProps {
  readonly run: Run;
  readonly now: number;
  readonly open: boolean;
  readonly onOpen: () => void;
}

function RunRows({ run, now, open, onOpen }: RunRowsProps) {
  return (
    <>
      <tr>
        <td className="!pl-4 text-soft" title={exact(run.at)}>
          {ago(run.at, now)}
        </td>
        <td className="font-bold">{run.title}</td>
        <td className="max-[700px]:hidden">
          {run.viewer}
          <span className="text-soft">{run.by === run.title ? '' : `, ${run.by}`}</span>
        </td>
        <td className="whitespace-normal">
          <span className={`state ${COLOURS[run.ended]}`}>{ENDING_WORDS[run.ended]}</span>
          {run.words !== '' && <span className="s2 text-soft"> {run.words}</span>}
        </td>
        <td className="text-right !pr-4">
          <button
            type="button"
            className="why"
            aria-expanded={open}
            aria-label={`Why ${run.title}, ${run.viewer}`}
            onClick={onOpen}
          >
            <u>why</u>
          </button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={5} className="!px-4">
            <RunWhy id={run.id} />
          </td>
        </tr>
      )}
    </>
  );
}
