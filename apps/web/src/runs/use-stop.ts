import { useMutation } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

/** Stops runs by their ids; without any, all of them. */
export function useStop(onStopped: () => void) {
  return useMutation({
    mutationFn: (runs: string[]) => answerOf(api.POST('/api/runs/stop', { body: { runs } })),
    onSuccess: onStopped,
    onError: tellProblem,
  });
}
