import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type Reversal } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import { queryOf, type WantedPostings } from './queries.js';

/** One movement, or all that are shown. */
export type AskedReversal = { readonly id: number } | { readonly all: WantedPostings };

export function lookAt(asked: AskedReversal): Promise<Reversal> {
  if ('id' in asked)
    return answerOf(api.GET('/api/ledger/{id}/reversal', { params: { path: { id: asked.id } } }));
  return answerOf(api.POST('/api/ledger/reversal/look', { body: queryOf(asked.all) }));
}

function reverse(asked: AskedReversal): Promise<Reversal> {
  if ('id' in asked)
    return answerOf(api.POST('/api/ledger/{id}/reversal', { params: { path: { id: asked.id } } }));
  return answerOf(api.POST('/api/ledger/reversal', { body: queryOf(asked.all) }));
}

/** Takes movements back, with an undo that takes that back in turn. */
export function useReversal(onDone?: () => void) {
  const queries = useQueryClient();
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['ledger'] });
  };
  return useMutation({
    mutationFn: reverse,
    onSuccess: ({ postings, made }) => {
      toast(`Took back ${postings === 1 ? 'the movement' : `${String(postings)} movements`}`, {
        undo: () => {
          // The newest first, so that what one gave the next may take.
          void made
            .toReversed()
            .reduce<Promise<unknown>>((before, id) => before.then(() => reverse({ id })), Promise.resolve())
            .catch(tellProblem)
            .finally(again);
        },
        duration: 20_000,
      });
      again();
      onDone?.();
    },
    onError: tellProblem,
  });
}

/** What one change of balances comes to when it is done: it is told with its undo, and lists are read again. */
export function useBalancesChanged(onDone: () => void) {
  const queries = useQueryClient();
  const reversal = useReversal();
  return (words: string, posting: number | null): void => {
    toast(words, {
      undo:
        posting === null
          ? undefined
          : () => {
              reversal.mutate({ id: posting });
            },
      duration: 20_000,
    });
    void queries.invalidateQueries({ queryKey: ['ledger'] });
    onDone();
  };
}
