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

const FEW = 10;

const DONE: Readonly<Partial<Record<Several, string>>> = {
  'switch-on': 'Switched on',
  'switch-off': 'Switched off',
  delete: 'Deleted',
};

/** The same change for several things at once, with one undo. All of them or none. */
export function useSeveral<B extends object, S extends Kept>(kind: Kind<B, S>) {
  const queries = useQueryClient();
  const send = ({ ids, change, part = {} }: SeveralWanted): Promise<readonly S[]> =>
    kind.server.several({ ids: [...ids], change, part });
  /** A few are shown at once; many are asked for again, which is quicker than placing each. */
  const show = (changed: readonly S[], ids: readonly string[], change: Several): void => {
    if (ids.length > FEW) kind.refresh(queries);
    else if (change === 'delete') for (const id of ids) kind.drop(queries, id);
    else for (const each of changed) kind.place(queries, each);
  };
  return useMutation({
    mutationFn: send,
    onSuccess: (changed, { ids, change }) => {
      show(changed, ids, change);
      const count = `${String(ids.length)} ${kind.word}${ids.length === 1 ? '' : 's'}`;
      const undo = async (): Promise<void> => {
        try {
          const back = change === 'delete' ? 'restore' : 'step-back';
          show(await send({ ids, change: back }), ids, back);
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
