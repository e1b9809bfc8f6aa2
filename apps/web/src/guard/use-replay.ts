import type { GuardSettings, Replayed } from '@gully/core/guard';
import { useMutation, useQuery } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

export type ReplaySource =
  | { readonly kind: 'last'; readonly lines: number }
  | { readonly kind: 'stream'; readonly stream: string }
  | { readonly kind: 'file'; readonly text: string };

/** Milliseconds between two looks at how far it is. */
const LOOK_MS = 150;

/** Settings over recorded chat: begun, followed, and ended before its time if need be. */
export function useReplay() {
  const begin = useMutation({
    mutationFn: ({ settings, source }: { settings: GuardSettings; source: ReplaySource }) =>
      answerOf(
        api.POST('/api/guard/replays', {
          body: { settings: settings as never, source: { lines: 20_000, ...source } },
        }),
      ),
    onError: tellProblem,
  });
  const id = begin.data?.id;
  const { data: replay } = useQuery({
    queryKey: ['guard-replay', id],
    enabled: id !== undefined,
    queryFn: () => answerOf(api.GET('/api/guard/replays/{id}', { params: { path: { id: id ?? '' } } })),
    refetchInterval: ({ state }) =>
      state.data?.state === 'running' || state.data === undefined ? LOOK_MS : false,
  });
  const cancel = useMutation({
    mutationFn: () => answerOf(api.DELETE('/api/guard/replays/{id}', { params: { path: { id: id ?? '' } } })),
    onError: tellProblem,
  });
  return {
    /** what it was begun with */
    asked: begin.variables,
    begin: begin.mutate,
    cancel: cancel.mutate,
    isRunning: begin.isPending || replay?.state === 'running',
    state: replay?.state,
    done: replay?.done ?? 0,
    total: replay?.total ?? 0,
    skipped: replay?.skipped ?? 0,
    result: (replay?.result ?? undefined) as Replayed | undefined,
  };
}
export type Replaying = ReturnType<typeof useReplay>;
