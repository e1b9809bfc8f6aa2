import type { CommandBody } from '@gully/core/commands';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { answerOf, api, asSent } from '../api/index.js';
import { commandsQuery, usePrefix } from '../live/index.js';
import { tellProblem, toast } from '../ui/index.js';

interface AddWordProps {
  /** a command that is not there yet, with its name */
  readonly body: CommandBody;
  /** what it does, after its name: `buys Ring the supper bell` */
  readonly does: string;
  /** what else shows which command there is */
  readonly shownIn: QueryKey;
}

/** Adds a command for something that has none, with one click and one step back. */
export function AddWord({ body, does, shownIn }: AddWordProps) {
  const typed = usePrefix() + body.trigger.name;
  const queries = useQueryClient();
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: commandsQuery.queryKey });
    void queries.invalidateQueries({ queryKey: shownIn });
  };
  const add = useMutation({
    mutationFn: () => answerOf(api.POST('/api/commands', { body: asSent(body) })),
    onSuccess: ({ id }) => {
      again();
      toast(`${typed} ${does}`, {
        description: 'It is a command like any other, under Commands.',
        undo: () => {
          void answerOf(api.DELETE('/api/commands/{id}', { params: { path: { id } } }))
            .then(again)
            .catch(tellProblem);
        },
      });
    },
    onError: tellProblem,
  });
  return (
    <button
      type="button"
      className="btn s"
      disabled={add.isPending}
      onClick={() => {
        add.mutate();
      }}
    >
      <Plus className="i s" aria-hidden="true" /> Add <span className="m">{typed}</span>
    </button>
  );
}
