import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type NamedRoutine } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import { ROUTINE } from './kind.js';

/** Running one by hand. */
export function useRun() {
  return useMutation({
    mutationFn: async ({ id, name }: NamedRoutine) => {
      await answerOf(api.POST('/api/routines/{id}/run', { params: { path: { id } } }));
      return name;
    },
    onSuccess: (name) => {
      toast(`Started ${name}`);
    },
    onError: tellProblem,
  });
}

/** Switches one on or off from the list. */
export function useToggle() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (routine: NamedRoutine) =>
      ROUTINE.server.replace(
        routine.id,
        { ...ROUTINE.bodyOf(routine), enabled: !routine.enabled },
        routine.version,
      ),
    onSuccess: (routine) => {
      ROUTINE.place(queries, routine);
    },
    onError: tellProblem,
  });
}
