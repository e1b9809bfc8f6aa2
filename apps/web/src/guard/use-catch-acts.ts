import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type Catch, type CatchLabel } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';

/** What may be done about a catch afterwards. */
export function useCatchActs() {
  const queries = useQueryClient();
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['guard'] });
  };
  const undo = useMutation({
    mutationFn: (one: Catch) =>
      answerOf(api.POST('/api/guard/catches/{id}/undo', { params: { path: { id: one.id } } })),
    onSuccess: (_, { name }) => {
      toast(`Undone. ${name} may write, and the strike is gone.`);
      again();
    },
    onError: tellProblem,
  });
  const label = useMutation({
    mutationFn: ({ id, to }: { readonly id: string; readonly to: CatchLabel | null }) =>
      answerOf(
        api.PUT('/api/guard/catches/{id}/label', {
          params: { path: { id } },
          body: { label: to as never },
        }),
      ),
    onSuccess: again,
    onError: tellProblem,
  });
  const grace = useMutation({
    mutationFn: ({ viewer }: { readonly viewer: string; readonly name: string }) =>
      answerOf(api.POST('/api/guard/viewers/{id}/grace', { params: { path: { id: viewer } }, body: {} })),
    onSuccess: (_, { name }) => {
      toast(`${name} may post links for a while`);
      again();
    },
    onError: tellProblem,
  });
  return { undo, label, grace };
}
export type CatchActs = ReturnType<typeof useCatchActs>;
