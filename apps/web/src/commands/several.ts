import { useMutation, useQueryClient } from '@tanstack/react-query';
import { toast } from 'sonner';
import { answerOf, api, type Several } from '../api/index.js';
import { commandsQuery } from '../live/index.js';
import { tellProblem } from '../ui/index.js';

interface Change {
  readonly ids: readonly string[];
  readonly action: Several;
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
  const send = ({ ids, action, group = '' }: Change): Promise<unknown> =>
    answerOf(api.POST('/api/commands/several', { body: { ids: [...ids], action, group } }));
  return useMutation({
    mutationFn: send,
    onSuccess: (_, { ids, action }) => {
      void queries.invalidateQueries(commandsQuery);
      const count = `${String(ids.length)} ${ids.length === 1 ? 'command' : 'commands'}`;
      const undo = async (): Promise<void> => {
        try {
          await send({ ids, action: action === 'delete' ? 'restore' : 'step-back' });
          void queries.invalidateQueries(commandsQuery);
        } catch (error) {
          tellProblem(error);
        }
      };
      toast(`${DONE[action] ?? 'Changed'} ${count}`, {
        action: { label: 'Undo', onClick: () => void undo() },
        duration: 20_000,
      });
    },
    onError: tellProblem,
  });
}
