import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { answerOf, api, type QueueAct, type Queued, type QueuesStanding } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import { standingQueuesQuery } from './queries.js';

interface Asked extends QueueAct {
  readonly queue: string;
  /** what is told once it is done */
  readonly title: string;
}

/** What people do in queues, each at once and with its undo. */
export function useQueueActs() {
  const queries = useQueryClient();
  const again = (): void => {
    void queries.invalidateQueries(standingQueuesQuery);
  };
  const undo = useMutation({
    mutationFn: (id: string) =>
      answerOf(api.POST('/api/queues/acts/{undo}/undo', { params: { path: { undo: id } } })),
    onSettled: again,
    onError: tellProblem,
  });
  const act = useMutation({
    mutationFn: async ({ queue, title: _title, ...body }: Asked) =>
      answerOf(api.POST('/api/queues/{id}/acts', { params: { path: { id: queue } }, body })),
    // Whoever was dragged stays where they were let go of.
    onMutate: ({ queue, does, entry, before }) => {
      if (does !== 'move' || entry === undefined) return;
      queries.setQueryData(standingQueuesQuery.queryKey, (now) =>
        now === undefined ? now : moved(now, queue, entry, before),
      );
    },
    onSuccess: ({ undo: id }, { title }) => {
      toast(
        title,
        id === null
          ? {}
          : {
              undo: () => {
                undo.mutate(id);
              },
            },
      );
    },
    onError: tellProblem,
    onSettled: again,
  });
  return useMemo(() => ({ act: act.mutate, busy: act.isPending }), [act.mutate, act.isPending]);
}
export type QueueActs = ReturnType<typeof useQueueActs>;

/** What is shown once someone stands before another, or at the end. */
export function moved(
  standing: QueuesStanding,
  queue: string,
  id: string,
  before: string | undefined,
): QueuesStanding {
  return {
    ...standing,
    queues: standing.queues.map((each) => {
      const entry = each.entries.find((one) => one.id === id);
      if (each.id !== queue || entry === undefined) return each;
      const others = each.entries.filter((one) => one.id !== id);
      const at = before === undefined ? others.length : others.findIndex((one) => one.id === before);
      const entries = [...others.slice(0, at), entry, ...others.slice(at)];
      return { ...each, entries: placed(entries) };
    }),
  };
}

function placed(entries: readonly Queued[]): Queued[] {
  let place = 0;
  return entries.map((entry) => {
    if (entry.state !== 'waiting') return entry;
    place += 1;
    return entry.place === place ? entry : { ...entry, place };
  });
}
