import type { StageDoes } from '@gully/core/stage';
import { useMutation } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

/** What people do with the alerts of an overlay. */
export function useStageAct() {
  return useMutation({
    mutationFn: ({ overlay, does }: { readonly overlay: string; readonly does: StageDoes }) =>
      answerOf(api.POST('/api/overlays/{id}/stage', { params: { path: { id: overlay } }, body: { does } })),
    onError: tellProblem,
  });
}
