import { KEPT_SPANS, type KeptSpan } from '@gully/core/routines';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { Search, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { RememberedWord } from '../api/index.js';
import { DataTable, type Column } from '../table/index.js';
import { Ago, Bones, Choice, IconButton, LoadFailed } from '../ui/index.js';
import { ForgetAll } from './forget-all.js';
import { NewWord } from './new-word.js';
import { useMemory, wordsQuery } from './queries.js';
import { TextCell } from './text-cell.js';
import { SPAN_WORDS } from './words.js';

const SPANS = [
  { value: 'all' as const, label: 'Everything' },
  ...KEPT_SPANS.map((value) => ({ value, label: SPAN_WORDS[value] })),
];

/** Prepare › Memory: what routines remember, of viewers, for this stream and for good. */
export function MemoryPage() {
  const [search, setSearch] = useState('');
  const [span, setSpan] = useState<KeptSpan | 'all'>('all');
  const { data, error, refetch, hasNextPage, fetchNextPage } = useInfiniteQuery({
    ...wordsQuery({ span: span === 'all' ? undefined : span, search }),
    placeholderData: keepPreviousData,
  });
  const { forget } = useMemory();
  const { mutate } = forget;
  const columns = useMemo(
    () =>
      columnsOf((word) => {
        mutate([word]);
      }),
    [mutate],
  );
  const words = useMemo(() => data?.pages.flat() ?? [], [data]);
  if (data === undefined)
    return error === null ? <Bones lines={10} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return (
    <section className="flex h-full min-w-0 flex-col bg-plane" aria-labelledby="memory-title">
      <DataTable
        name="memory"
        many="words"
        rows={words}
        columns={columns}
        idOf={idOf}
        titleOf={titleOf}
        several={(chosen, clear) => (
          <div className="row" role="toolbar" aria-label="Selected words">
            <b>{chosen.length} selected</b>
            <button
              type="button"
              className="btn s"
              onClick={() => {
                mutate(chosen, { onSuccess: clear });
              }}
            >
              Forget
            </button>
            <button type="button" className="btn s bare ml-auto" onClick={clear}>
              Clear selection
            </button>
          </div>
        )}
        head={
          <>
            <h1 id="memory-title">Memory</h1>
            <div className="find !m-0 w-48 max-w-full">
              <Search className="i s" aria-hidden="true" />
              <input
                type="search"
                className="blank"
                placeholder="Word, text or viewer"
                aria-label="Word, text or viewer"
                maxLength={100}
                value={search}
                onChange={(event) => {
                  setSearch(event.target.value);
                }}
              />
            </div>
            <Choice label="Remembered for" value={span} options={SPANS} onChange={setSpan} />
          </>
        }
        acts={<ForgetAll />}
        empty={
          <p className="px-4 py-3 text-soft">
            {search === '' && span === 'all'
              ? 'Nothing is remembered yet. A Remember step keeps words of a viewer, for this stream or for good; texts show them.'
              : 'Nothing remembered matches.'}
          </p>
        }
        below={
          <>
            {hasNextPage && (
              <button type="button" className="btn s mx-4 my-2" onClick={() => void fetchNextPage()}>
                Show more
              </button>
            )}
            <NewWord />
          </>
        }
      />
    </section>
  );
}

const idOf = ({ span, viewer, name }: RememberedWord): string => `${span} ${viewer} ${name}`;
const titleOf = ({ name, viewerName }: RememberedWord): string =>
  viewerName === '' ? name : `${name} of ${viewerName}`;

function columnsOf(onForget: (word: RememberedWord) => void): readonly Column<RememberedWord>[] {
  return [
    {
      id: 'word',
      label: 'Word',
      words: ({ name }) => name,
      by: ({ name }) => name,
      className: 'm',
      shown: 'always',
      width: 150,
    },
    {
      id: 'for',
      label: 'For',
      words: ({ span, viewerName }) => (span === 'viewer' ? viewerName : SPAN_WORDS[span]),
      by: ({ span, viewerName }) => (span === 'viewer' ? `3 ${viewerName}` : span === 'stream' ? '2' : '1'),
      cell: ({ span, viewer, viewerName }) =>
        span === 'viewer' ? (
          <Link className="font-semibold hover:underline" to={`/review/viewers/${viewer}`}>
            {viewerName === '' ? 'the bot itself' : viewerName}
          </Link>
        ) : (
          <span className="text-soft">{SPAN_WORDS[span]}</span>
        ),
      width: 140,
    },
    {
      id: 'text',
      label: 'Remembered',
      words: ({ text }) => text,
      by: ({ text }) => text,
      cell: (word) => <TextCell word={word} />,
      className: '!overflow-visible',
    },
    {
      id: 'changed',
      label: 'Changed',
      words: ({ changedAt }) => changedAt,
      cell: ({ changedAt }) => <Ago at={changedAt} />,
      by: ({ changedAt }) => changedAt,
      fromHighest: true,
      className: 'text-soft',
      wide: true,
      width: 96,
    },
    {
      id: 'forget',
      label: 'Forget',
      words: () => '',
      cell: (word) => (
        <IconButton
          icon={Trash2}
          label={`Forget ${titleOf(word)}`}
          onClick={() => {
            onForget(word);
          }}
        />
      ),
      shown: 'always',
      width: 64,
    },
  ];
}
