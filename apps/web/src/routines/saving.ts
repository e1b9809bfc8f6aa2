import { routineBody } from '@gully/core/routines';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import {
  answerOf,
  api,
  routineAsSent,
  routineFrom,
  type NamedRoutine,
  type NamedRoutineBody,
} from '../api/index.js';
import { routinesQuery } from '../live/index.js';
import { tellProblem, type Draft } from '../ui/index.js';
import { drafts } from './drafts.js';

/** Saving, deleting and running a routine, each with its undo. */
export function useSaving(id: string) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const place = (routine: NamedRoutine): void => {
    queries.setQueryData(routinesQuery.queryKey, (before: NamedRoutine[] | undefined) =>
      before === undefined
        ? before
        : [...before.filter((each) => each.id !== routine.id), routine].sort((a, b) =>
            a.name.localeCompare(b.name),
          ),
    );
  };
  const undo = (work: () => Promise<NamedRoutine>) => ({
    label: 'Undo',
    onClick: () => void work().then(place).catch(tellProblem),
  });

  const save = useMutation({
    mutationFn: async ({ draft, version }: { draft: Draft<NamedRoutineBody>; version: number }) => {
      const body = routineAsSent(draft.body);
      return routineFrom(
        await answerOf(
          version === 0
            ? api.POST('/api/routines', { body })
            : api.PUT('/api/routines/{id}', { params: { path: { id } }, body: { ...body, version } }),
        ),
      );
    },
    onSuccess: (routine, { draft, version }) => {
      place(routine);
      // What was typed while the answer was on its way stays a draft, on top of what is now saved.
      if (drafts.read(id)?.at === draft.at) drafts.write(id, undefined);
      if (version === 0) void navigate(`/prepare/routines/${routine.id}`, { replace: true });
      const stepBack = async () =>
        routineFrom(
          await answerOf(
            api.POST('/api/routines/{id}/step-back', {
              params: { path: { id: routine.id } },
              body: { version: routine.version },
            }),
          ),
        );
      toast(`Saved ${routine.name}`, version === 0 ? {} : { action: undo(stepBack) });
    },
  });

  const remove = useMutation({
    mutationFn: async (routine: NamedRoutine) => {
      await answerOf(api.DELETE('/api/routines/{id}', { params: { path: { id: routine.id } } }));
      return routine;
    },
    onSuccess: (routine) => {
      const draft = drafts.read(routine.id);
      drafts.write(routine.id, undefined);
      queries.setQueryData(routinesQuery.queryKey, (before: NamedRoutine[] | undefined) =>
        before?.filter((each) => each.id !== routine.id),
      );
      void navigate('/prepare/routines');
      const restore = async () => {
        const back = await answerOf(
          api.POST('/api/routines/{id}/restore', { params: { path: { id: routine.id } } }),
        );
        drafts.write(routine.id, draft);
        void navigate(`/prepare/routines/${routine.id}`);
        return routineFrom(back);
      };
      toast(`Deleted ${routine.name}`, { action: undo(restore), duration: 20_000 });
    },
    onError: tellProblem,
  });

  const run = useMutation({
    mutationFn: async (routine: NamedRoutine) => {
      await answerOf(api.POST('/api/routines/{id}/run', { params: { path: { id: routine.id } } }));
      return routine;
    },
    onSuccess: ({ name }) => {
      toast(`Started ${name}`);
    },
    onError: tellProblem,
  });

  /** Switches one on or off from the list, with its undo. */
  const toggle = useMutation({
    mutationFn: async (routine: NamedRoutine) => {
      const body = {
        ...routineAsSent(routineBody(routine)),
        enabled: !routine.enabled,
        version: routine.version,
      };
      return routineFrom(
        await answerOf(api.PUT('/api/routines/{id}', { params: { path: { id: routine.id } }, body })),
      );
    },
    onSuccess: place,
    onError: tellProblem,
  });
  return { save, remove, run, toggle };
}
