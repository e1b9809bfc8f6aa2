import type { CommandBody } from '@gully/core/commands';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { thingCalls } from '../api/index.js';
import { usePrefix, thingsQuery } from '../live/index.js';
import { tellProblem, toast } from '../ui/index.js';

const calls = thingCalls('command');

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
    void queries.invalidateQueries({ queryKey: thingsQuery('command').queryKey });
    void queries.invalidateQueries({ queryKey: shownIn });
  };
  const add = useMutation({
    mutationFn: () => calls.create(body),
    onSuccess: ({ id }) => {
      again();
      toast(`${typed} ${does}`, {
        description: 'It is a command like any other, under Commands.',
        undo: () => {
          void calls.remove(id).then(again).catch(tellProblem);
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
