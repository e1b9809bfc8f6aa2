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

export const viewersQuery = ({ search, role, mark, sort, order, offset }: Wanted) =>
  queryOptions({
    queryKey: ['viewers', search, role, mark, sort, order, offset],
    // A search that was typed on is not waited for, and the server gives it up.
    queryFn: ({ signal }) =>
      answerOf(
        api.GET('/api/viewers', {
          signal,
          params: {
            query: {
              search,
              sort,
              order,
              offset,
              limit: PAGE,
              ...(role === 'any' ? {} : { role }),
              ...(mark === 'none' ? {} : { mark }),
            },
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
