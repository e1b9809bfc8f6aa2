import type { GuardSettings, ReplayedLine } from '@gully/core/guard';
import { useQuery } from '@tanstack/react-query';
import { Check, Shield } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { Marked } from './marked.js';
import { streamsQuery, type FilterTitle } from './queries.js';
import { ReplaySourceChoice } from './replay-source.js';
import { ReplayAgain, ReplayProgress, ReplaySums } from './replay-sums.js';
import { useReplay, type ReplaySource } from './use-replay.js';

/** Lines shown of each kind; all of them are on the page of the replay. */
const SHOWN = 6;

interface ReplayStripProps {
  readonly settings: GuardSettings;
  readonly titles: readonly FilterTitle[];
  readonly isDraft: boolean;
  /** counted up to have it replayed at once */
  readonly asked: number;
}

/** What the settings as they are edited would catch in recorded chat, in short. */
export function ReplayStrip({ settings, titles, isDraft, asked: times }: ReplayStripProps) {
  const replay = useReplay();
  const [source, setSource] = useState<ReplaySource>({ kind: 'last', lines: 20_000 });
  const [file, setFile] = useState<string>();
  const { result, asked, begin } = replay;
  const start = (from: ReplaySource): void => {
    replay.begin({ settings, source: from });
  };
  const { data: streams } = useQuery(streamsQuery);
  const last = streams?.find(({ endedAt }) => endedAt !== null)?.id;
  const beginning = useRef(times);
  useEffect(() => {
    // Someone chose how to begin: what that would have done in the last stream is shown before it is saved.
    if (beginning.current === times || streams === undefined) return;
    beginning.current = times;
    const over: ReplaySource =
      last === undefined ? { kind: 'last', lines: 20_000 } : { kind: 'stream', stream: last };
    setSource(over);
    begin({ settings, source: over });
  }, [times, streams, last, settings, begin]);
  const titleOf = (name: string): string => titles.find((each) => each.name === name)?.title ?? name;
  const linesOf = (of: 'newly' | 'noLonger') =>
    (result?.filters ?? []).flatMap(({ filter, [of]: { lines } }) =>
      lines.map((line) => ({ line, title: titleOf(filter) })),
    );
  const countOf = (of: 'newly' | 'noLonger'): number =>
    (result?.filters ?? []).reduce((sum, each) => sum + each[of].count, 0);
  return (
    <section className="replay" aria-labelledby="replay-title">
      <div className="row flex-wrap">
        <h2 id="replay-title">Replay</h2>
        <ReplaySourceChoice
          source={source}
          file={file}
          onChange={(next, name) => {
            setSource(next);
            setFile(name ?? file);
            start(next);
          }}
        />
        <span className="s2 text-soft">
          {result !== undefined && `${result.lines.toLocaleString('en')} messages`}
        </span>
        <span className="row ml-auto">
          <ReplayAgain
            again={result !== undefined}
            onClick={() => {
              start(source);
            }}
          />
        </span>
      </div>
      <ReplayProgress replay={replay} />
      {result === undefined && !replay.isRunning && (
        <p className="py-2 text-soft">
          {isDraft
            ? 'See what your changes would newly catch, and what they would let through, before you save them.'
            : 'Change something above, then see what it would catch in recorded chat. Nobody is hit by a replay.'}
        </p>
      )}
      {result !== undefined && (
        <>
          {asked?.settings !== settings && (
            <p className="s2 pt-1 text-ochre">You changed something since; replay it again.</p>
          )}
          <ReplaySums replay={replay} />
          <Found of="newly" all={linesOf('newly')} count={countOf('newly')} />
          <Found of="noLonger" all={linesOf('noLonger')} count={countOf('noLonger')} />
          <Link className="s2 underline" to="/review/replay">
            By filter, with labels
          </Link>
        </>
      )}
    </section>
  );
}

interface FoundProps {
  readonly of: 'newly' | 'noLonger';
  readonly all: readonly { readonly line: ReplayedLine; readonly title: string }[];
  readonly count: number;
}

function Found({ of, all, count }: FoundProps) {
  if (count === 0) return null;
  const shown = all.slice(0, SHOWN);
  const words = of === 'newly' ? 'Newly caught' : 'No longer caught';
  return (
    <>
      <h3 className={`row ${of === 'newly' ? 'text-crimson' : 'text-moss'}`}>
        {of === 'newly' ? (
          <Shield className="i s" aria-hidden="true" />
        ) : (
          <Check className="i s" aria-hidden="true" />
        )}
        {words},{' '}
        {shown.length < count
          ? `the first ${String(shown.length)} of ${String(count)}`
          : `all ${String(count)}`}
      </h3>
      <ul className="found">
        {shown.map(({ line, title }) => (
          <li key={`${title} ${line.id}`}>
            <span className="who">{line.name}</span>
            <Marked text={line.text} fragments={line.fragments} free={of === 'noLonger'} />
            <span className="s2 text-soft">
              {title}: {line.measure}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
