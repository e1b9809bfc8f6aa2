import { useInfiniteQuery } from '@tanstack/react-query';
import { answerOf, api, type ChatLine } from '../api/index.js';
import { Line } from '../chat/index.js';
import { usePrefix } from '../live/index.js';
import { Bones, exact } from '../ui/index.js';

const LINES = 50;

/** What a viewer wrote, newest first, each line with its why. */
export function ViewerLines({ viewerId }: { readonly viewerId: string }) {
  const { data, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['viewer-lines', viewerId],
    queryFn: ({ pageParam }): Promise<ChatLine[]> =>
      answerOf(
        api.GET('/api/viewers/{id}/lines', {
          params: {
            path: { id: viewerId },
            query: { limit: LINES, ...(pageParam === '' ? {} : { before: pageParam }) },
          },
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => (page.length < LINES ? undefined : page.at(-1)?.id),
    staleTime: 5_000,
  });
  const prefix = usePrefix();
  if (data === undefined) return <Bones lines={4} />;
  const lines = data.pages.flat();
  if (lines.length === 0) return <p className="text-soft">No messages kept.</p>;
  return (
    <>
      {lines.map((line) => (
        <div key={line.id} className="flex gap-3">
          <span className="s2 w-28 flex-none pt-0.5 text-soft">{exact(line.at).slice(0, -3)}</span>
          <div className="min-w-0 flex-1">
            <Line line={line} newMinute={false} prefix={prefix} />
          </div>
        </div>
      ))}
      {hasNextPage && (
        <button
          type="button"
          className="btn s mt-2 self-start"
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          Earlier lines
        </button>
      )}
    </>
  );
}
