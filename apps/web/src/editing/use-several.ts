import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Several } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import type { Kept, Kind } from './kind.js';

export interface SeveralWanted {
  readonly ids: readonly string[];
  readonly change: Several;
  /** what they have in common from now on */
  readonly part?: Record<string, unknown>;
}

const DONE: Readonly<Partial<Record<Several, string>>> = {
  'switch-on': 'Switched on',
  'switch-off': 'Switched off',
  delete: 'Deleted',
};

/** The same change for several things at once, with one undo. All of them or none. */
export function useSeveral<B extends object, S extends Kept>(kind: Kind<B, S>) {
  const queries = useQueryClient();
  const send = ({ ids, change, part = {} }: SeveralWanted): Promise<unknown> =>
    kind.server.several({ ids: [...ids], change, part });
  return useMutation({
    mutationFn: send,
    onSuccess: (_, { ids, change }) => {
      kind.refresh(queries);
      const count = `${String(ids.length)} ${kind.word}${ids.length === 1 ? '' : 's'}`;
      const undo = async (): Promise<void> => {
        try {
          await send({ ids, change: change === 'delete' ? 'restore' : 'step-back' });
          kind.refresh(queries);
        } catch (error) {
          tellProblem(error);
        }
      };
      toast(`${DONE[change] ?? 'Changed'} ${count}`, {
        undo: () => void undo(),
        duration: 20_000,
      });
    },
    onError: tellProblem,
  });
}
