import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type Several } from '../api/index.js';
import { commandsQuery } from '../live/index.js';
import { tellProblem, toast } from '../ui/index.js';

interface Wanted {
  readonly ids: readonly string[];
  readonly change: Several;
  readonly group?: string;
}

const DONE: Readonly<Partial<Record<Several, string>>> = {
  'switch-on': 'Switched on',
  'switch-off': 'Switched off',
  group: 'Grouped',
  delete: 'Deleted',
};

/** The same change for several commands at once, with one undo. All of them or none. */
export function useSeveral() {
  const queries = useQueryClient();
  const send = ({ ids, change, group = '' }: Wanted): Promise<unknown> =>
    answerOf(api.POST('/api/commands/several', { body: { ids: [...ids], change, group } }));
  return useMutation({
    mutationFn: send,
    onSuccess: (_, { ids, change }) => {
      void queries.invalidateQueries(commandsQuery);
      const count = `${String(ids.length)} ${ids.length === 1 ? 'command' : 'commands'}`;
      const undo = async (): Promise<void> => {
        try {
          await send({ ids, change: change === 'delete' ? 'restore' : 'step-back' });
          void queries.invalidateQueries(commandsQuery);
        } catch (error) {
          tellProblem(error);
        }
      };
      toast(`${DONE[change] ?? 'Changed'} ${count}`, {
        action: { label: 'Undo', onClick: () => void undo() },
        duration: 20_000,
      });
    },
    onError: tellProblem,
  });
}
