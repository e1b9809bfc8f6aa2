import type { Board } from '@gully/core/board';
import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type BoardState } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

export const boardQuery = queryOptions({
  queryKey: ['board'],
  queryFn: (): Promise<BoardState> => answerOf(api.GET('/api/board')),
});

export const ARRANGING = ['board'];

/** The board as it is, and the function that changes it: at once here, and then on the server, in order. */
export function useBoard(): {
  readonly board: Board | undefined;
  readonly error: Error | null;
  readonly retry: () => void;
  readonly arrange: (board: Board) => void;
} {
  const queries = useQueryClient();
  const { data, error, refetch } = useQuery(boardQuery);
  const { mutate } = useMutation({
    mutationKey: ARRANGING,
    scope: { id: 'board' },
    mutationFn: (board: Board) => {
      const version = queries.getQueryData(boardQuery.queryKey)?.version ?? 0;
      return answerOf(api.PUT('/api/board', { body: { ...asSent(board), version } }));
    },
    onSuccess: ({ version }) => {
      // Not the rest of it: there may be a later change on its way.
      queries.setQueryData(boardQuery.queryKey, (now) => (now === undefined ? now : { ...now, version }));
    },
    onError: (failure) => {
      tellProblem(failure);
      void refetch();
    },
  });
  return {
    board: data,
    error,
    retry: () => void refetch(),
    arrange: (board) => {
      queries.setQueryData(boardQuery.queryKey, (now) => ({ ...asSent(board), version: now?.version ?? 0 }));
      mutate(board);
    },
  };
}

function asSent({ current, arrangements }: Board): Omit<BoardState, 'version'> {
  return {
    current,
    arrangements: arrangements.map(({ name, places, hidden }) => ({
      name,
      places: places.map((place) => ({ ...place })),
      hidden: [...hidden],
    })),
  };
}
