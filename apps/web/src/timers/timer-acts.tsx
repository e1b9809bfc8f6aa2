import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Hand, Play } from 'lucide-react';
import { answerOf, api, type Timer } from '../api/index.js';
import { standingQuery } from '../live/index.js';
import { IconButton, tellProblem, toast } from '../ui/index.js';
import { TIMER } from './kind.js';

/** Holding, firing and switching a timer, each at once and with its undo where there is one. */
export function useTimerActs() {
  const queries = useQueryClient();
  const refresh = (): void => {
    void queries.invalidateQueries(standingQuery);
  };
  const holdTo = async (id: string, held: boolean): Promise<void> => {
    await answerOf(api.POST('/api/timers/{id}/hold', { params: { path: { id } }, body: { held } }));
    refresh();
  };
  const hold = useMutation({
    mutationFn: async ({ timer, held }: { timer: Pick<Timer, 'id' | 'name'>; held: boolean }) => {
      await holdTo(timer.id, held);
      return { timer, held };
    },
    onSuccess: ({ timer, held }) => {
      toast(held ? `${timer.name} is held for this stream` : `${timer.name} resumed`, {
        undo: () => void holdTo(timer.id, !held).catch(tellProblem),
      });
    },
    onError: tellProblem,
  });
  const fire = useMutation({
    mutationFn: async ({ id, name }: Pick<Timer, 'id' | 'name'>) => {
      await answerOf(api.POST('/api/timers/{id}/fire', { params: { path: { id } } }));
      return name;
    },
    onSuccess: (name) => {
      refresh();
      toast(`${name} fired`);
    },
    onError: tellProblem,
  });
  const toggle = useMutation({
    mutationFn: (timer: Timer) =>
      TIMER.server.replace(timer.id, { ...TIMER.bodyOf(timer), enabled: !timer.enabled }, timer.version),
    onSuccess: (timer) => {
      TIMER.place(queries, timer);
      refresh();
    },
    onError: tellProblem,
  });
  return { hold, fire, toggle };
}

/** Run now, and hold for this stream: two buttons. */
export function TimerButtons({
  timer,
  held,
}: {
  readonly timer: Pick<Timer, 'id' | 'name'>;
  readonly held: boolean;
}) {
  const { hold, fire } = useTimerActs();
  return (
    <span className="row flex-nowrap">
      <IconButton
        icon={Play}
        label={`Run ${timer.name} now`}
        onClick={() => {
          fire.mutate(timer);
        }}
      />
      <button
        type="button"
        className={`btn s ${held ? 'text-ochre' : ''}`}
        aria-label={held ? `Resume ${timer.name}` : `Hold ${timer.name} for this stream`}
        onClick={() => {
          hold.mutate({ timer, held: !held });
        }}
      >
        <Hand className="i s" aria-hidden="true" /> {held ? 'Resume' : 'Hold'}
      </button>
    </span>
  );
}
