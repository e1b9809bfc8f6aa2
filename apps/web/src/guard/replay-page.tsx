import type { ReplayedFilter } from '@gully/core/guard';
import { useQuery } from '@tanstack/react-query';
import { CircleDashed } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { Bones, LoadFailed } from '../ui/index.js';
import { guardQuery, type GuardNow } from './queries.js';
import { ReplayedDetails } from './replayed-details.js';
import { ReplaySourceChoice } from './replay-source.js';
import { ReplayAgain, ReplayProgress, ReplaySums } from './replay-sums.js';
import { useGuardDraft } from './guard-drafts.js';
import { useReplay, type ReplaySource } from './use-replay.js';

/** Review › Replay: by filter, what is caught, what would be with your changes, and how right that is. */
export function ReplayPage() {
  const { data: guard, error, refetch } = useQuery(guardQuery);
  if (guard === undefined)
    return error === null ? <Bones lines={10} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return <ReplayOf guard={guard} />;
}

function ReplayOf({ guard }: { readonly guard: GuardNow }) {
  const draft = useGuardDraft();
  const settings = draft ?? guard.value;
  const replay = useReplay();
  const [source, setSource] = useState<ReplaySource>({ kind: 'last', lines: 20_000 });
  const [file, setFile] = useState<string>();
  const [open, setOpen] = useState<string>();
  const { result, skipped } = replay;
  const start = (from: ReplaySource): void => {
    replay.begin({ settings, source: from });
  };
  const found = result?.filters.find(({ filter }) => filter === open);
  const titleOf = (name: string): string => guard.filters.find((each) => each.name === name)?.title ?? name;
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="replay-page-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="replay-page-title">Replay</h1>
        <span className="s2 ml-1 text-soft">
          {draft === undefined ? (
            'The guard as saved'
          ) : (
            <Link className="state text-ochre" to="/prepare/filters">
              <CircleDashed className="i s" aria-hidden="true" /> with your unsaved changes
            </Link>
          )}{' '}
          over
        </span>
        <ReplaySourceChoice
          source={source}
          file={file}
          onChange={(next, name) => {
            setSource(next);
            setFile(name ?? file);
            start(next);
          }}
        />
        <span className="ml-auto">
          <ReplayAgain
            again={result !== undefined}
            onClick={() => {
              start(source);
            }}
          />
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
        <ReplayProgress replay={replay} />
        {skipped > 0 && <p className="s2 pt-1 text-ochre">{skipped} lines of the file could not be read.</p>}
        {result === undefined && !replay.isRunning && (
          <p className="py-3 text-soft">
            Runs the guard over recorded chat: the log, one stream, or a file of JSON lines or from an IRC
            program. Nobody is hit. Label lines as right or wrong, and each filter shows how often it is
            right.
          </p>
        )}
        {result !== undefined && (
          <>
            <ReplaySums replay={replay} />
            <FilterSums filters={result.filters} titleOf={titleOf} open={open} onOpen={setOpen} />
            {found !== undefined && (
              <ReplayedDetails key={found.filter} found={found} title={titleOf(found.filter)} />
            )}
          </>
        )}
      </div>
    </section>
  );
}

interface FilterSumsProps {
  readonly filters: readonly ReplayedFilter[];
  readonly titleOf: (name: string) => string;
  readonly open: string | undefined;
  readonly onOpen: (name: string | undefined) => void;
}

function FilterSums({ filters, titleOf, open, onOpen }: FilterSumsProps) {
  return (
    <table className="t mt-3">
      <thead>
        <tr>
          <th>Filter</th>
          <th className="n">Caught now</th>
          <th className="n">Would be</th>
          <th className="n">Newly</th>
          <th className="n">No longer</th>
          <th className="n">Precision</th>
          <th className="n">Recall</th>
          <th>Hits most</th>
          <th>
            <span className="sr-only">Lines</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {filters.map(({ filter, now, would, newly, noLonger, most, quality }) => (
          <tr key={filter}>
            <td>
              <b>{titleOf(filter)}</b>
            </td>
            <td className="n">{now.toLocaleString('en')}</td>
            <td className="n">{would.toLocaleString('en')}</td>
            <td className={`n ${newly.count > 0 ? 'text-crimson' : ''}`}>
              {newly.count.toLocaleString('en')}
            </td>
            <td className={`n ${noLonger.count > 0 ? 'text-moss' : ''}`}>
              {noLonger.count.toLocaleString('en')}
            </td>
            <td className="n">{share(quality.would.precision)}</td>
            <td className="n">{share(quality.would.recall)}</td>
            <td className="!whitespace-normal text-soft">
              {most
                .slice(0, 3)
                .map(({ name, lines }) => `${name} ${String(lines)}`)
                .join(', ')}
            </td>
            <td>
              {would + noLonger.count > 0 && (
                <button
                  type="button"
                  className="btn s bare"
                  aria-expanded={open === filter}
                  aria-label={`Lines of ${titleOf(filter)}`}
                  onClick={() => {
                    onOpen(open === filter ? undefined : filter);
                  }}
                >
                  Lines
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A share in per cent; nothing where no line that tells was labelled. */
function share(value: number | undefined | null): string {
  return value === undefined || value === null ? '' : `${String(Math.round(value * 100))}%`;
}
