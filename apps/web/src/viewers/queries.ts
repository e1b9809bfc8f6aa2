import { queryOptions } from '@tanstack/react-query';
import { answerOf, api, type Mark, type Role, type ViewerSort } from '../api/index.js';

export const PAGE = 100;

export interface Wanted {
  readonly search: string;
  readonly role: Role | 'any';
  readonly mark: Mark | 'none';
  readonly sort: ViewerSort;
  readonly order: 'up' | 'down';
  readonly offset: number;
}

/** What the server is asked of who is wanted. */
export function filterOf({ search, role, mark }: Pick<Wanted, 'search' | 'role' | 'mark'>) {
  return {
    search,
    ...(role === 'any' ? {} : { role }),
    ...(mark === 'none' ? {} : { mark }),
  };
}

export const viewersQuery = ({ sort, order, offset, ...filter }: Wanted) =>
  queryOptions({
    queryKey: ['viewers', filterOf(filter), sort, order, offset],
    // A search that was typed on is not waited for, and the server gives it up.
    queryFn: ({ signal }) =>
      answerOf(
        api.GET('/api/viewers', {
          signal,
          params: {
            query: { ...filterOf(filter), sort, order, offset, limit: PAGE },
          },
        }),
      ),
    // The one list news does not keep current: it would move under the pointer with every line of chat.
    staleTime: 5_000,
  });

export const viewerQuery = (id: string) =>
  queryOptions({
    queryKey: ['viewer', id],
    queryFn: () => answerOf(api.GET('/api/viewers/{id}', { params: { path: { id } } })),
    staleTime: 0,
  });
