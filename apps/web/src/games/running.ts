import { useMutation } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

/** What is being played right now. */
export const runningQuery = {
  queryKey: ['plays', 'running'],
  queryFn: async () => {
    const running = await answerOf(api.GET('/api/plays/running'));
    return { at: Date.now(), running };
  },
};

/** Opens a round, stops what is going on, or plays as the streamer. */
export function useAct() {
  return useMutation({
    mutationFn: ({ id, does }: { readonly id: string; readonly does: 'open' | 'stop' | 'play' }) =>
      answerOf(
        api.POST('/api/plays/games/{id}/act', { params: { path: { id } }, body: { does, typed: '' } }),
      ),
    onError: tellProblem,
  });
}
