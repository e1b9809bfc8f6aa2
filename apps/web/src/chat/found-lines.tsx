import { useInfiniteQuery } from '@tanstack/react-query';
import { answerOf, api, type ChatLine } from '../api/index.js';
import { usePrefix } from '../live/index.js';
import { Bones, exact, LoadFailed } from '../ui/index.js';
import { Line } from './line.js';
import type { Wanted } from './wanted.js';

const PAGE = 100;

/** Lines of chat that were looked for, the newest first, back to the oldest that is kept. */
export function FoundLines({ wanted: { search, of, viewer } }: { readonly wanted: Wanted }) {
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['found-lines', search.trim(), of, viewer?.id],
    queryFn: ({ pageParam, signal }): Promise<ChatLine[]> =>
      answerOf(
        api.GET('/api/chat/lines', {
          signal,
          params: {
            query: {
              search: search.trim(),
              of,
              limit: PAGE,
              ...(viewer === undefined ? {} : { viewer: viewer.id }),
              ...(pageParam === '' ? {} : { before: pageParam }),
            },
          },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => (page.length < PAGE ? undefined : page[0]?.id),
    staleTime: 2_000,
  });
  const prefix = usePrefix();
  if (error !== null) return <LoadFailed error={error} retry={() => void refetch()} />;
  if (data === undefined)
    return (
      <div className="chat">
        <Bones lines={10} />
      </div>
    );
  const lines = data.pages.flatMap((page) => page.toReversed());
  return (
    <div className="chat" role="region" aria-label="Lines found" tabIndex={0}>
      {lines.length === 0 && <p className="text-soft">No line matches, back to the oldest that is kept.</p>}
      {lines.map((line, at) => (
        <div key={line.id}>
          {dayOf(line) !== dayOf(lines[at - 1]) && <p className="minute">{dayOf(line)}</p>}
          <Line line={line} newMinute={false} prefix={prefix} />
        </div>
      ))}
      {hasNextPage && (
        <button
          type="button"
          className="btn s my-2"
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          Earlier lines
        </button>
      )}
    </div>
  );
}

/** Day and minute, as they stand between lines. */
function dayOf(line: ChatLine | undefined): string {
  return line === undefined ? '' : exact(line.at).slice(0, -3);
}
