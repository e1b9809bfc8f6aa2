import { useInfiniteQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Bones, LoadFailed } from '../ui/index.js';

interface OlderListProps<T extends { readonly id: string | number }> {
  /** what it lists, for those who cannot see it */
  readonly label: string;
  readonly queryKey: readonly unknown[];
  /** rows older than the one of that id, or the newest; fewer than `page` are the last */
  readonly ask: (before: string | undefined) => Promise<T[]>;
  readonly page: number;
  /** in place of the rows while there are none */
  readonly empty: ReactNode;
  readonly children: (rows: readonly T[]) => ReactNode;
}

/** A list that is read from its newest end, a page at a time. */
export function OlderList<T extends { readonly id: string | number }>({
  label,
  queryKey,
  ask,
  page,
  empty,
  children,
}: OlderListProps<T>) {
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey,
    queryFn: ({ pageParam }) => ask(pageParam),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (last: T[]) => (last.length < page ? undefined : String(last.at(-1)?.id)),
  });
  const rows = data?.pages.flat();
  if (rows === undefined)
    return error === null ? <Bones lines={14} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  if (rows.length === 0) return <p className="p-4 text-soft">{empty}</p>;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label={label}>
      {children(rows)}
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
  );
}
