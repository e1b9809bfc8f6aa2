import { commandFor, wordFrom } from '@gully/core/rewards';
import { allSteps } from '@gully/core/routines';
import { titleOf } from '@gully/core/commands';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { Link } from 'react-router';
import { answerOf, api, asSent, type Command, type Reward } from '../api/index.js';
import { commandsQuery, rewardsQuery, usePrefix } from '../live/index.js';
import { tellProblem, toast } from '../ui/index.js';

interface InChatProps {
  readonly saved: Reward | undefined;
  readonly name: string;
}

/** What viewers type to buy it: words of its own, and the one for any reward. */
export function InChat({ saved, name }: InChatProps) {
  const prefix = usePrefix();
  const { data: commands } = useQuery(commandsQuery);
  const doing = (reward: string): readonly Command[] =>
    (commands ?? []).filter(({ routine }) =>
      allSteps(routine.steps).some((step) => step.kind === 'redeem' && step.reward === reward),
    );
  const own = saved === undefined ? [] : doing(saved.id);
  const [any] = doing('named');
  return (
    <section className="mt-4" aria-labelledby="typed-title">
      <h2 id="typed-title">What viewers type</h2>
      {saved === undefined ? (
        <p className="s2 text-soft">Save it first; then it can get a word of its own.</p>
      ) : (
        <ul className="my-1">
          {own.map((command) => (
            <li key={command.id}>
              <Link className="m underline" to={`/prepare/commands/${command.id}`}>
                {titleOf(command, prefix)}
              </Link>
              {!command.enabled && <span className="s2 text-soft"> (off)</span>}
            </li>
          ))}
          {any !== undefined && (
            <li>
              <Link className="m underline" to={`/prepare/commands/${any.id}`}>
                {titleOf(any, prefix)}
              </Link>{' '}
              <span className="m">{name}</span> <span className="s2 text-soft">as any reward</span>
            </li>
          )}
          {own.length === 0 && any === undefined && (
            <li className="note">Nothing yet, so nobody can buy it.</li>
          )}
        </ul>
      )}
      {saved !== undefined && own.length === 0 && <AddWord reward={saved} />}
    </section>
  );
}

function AddWord({ reward }: { readonly reward: Reward }) {
  const prefix = usePrefix();
  const queries = useQueryClient();
  const word = wordFrom(reward.name);
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: commandsQuery.queryKey });
    void queries.invalidateQueries({ queryKey: rewardsQuery.queryKey });
  };
  const add = useMutation({
    mutationFn: () => answerOf(api.POST('/api/commands', { body: asSent(commandFor(reward.id, word)) })),
    onSuccess: ({ id }) => {
      again();
      toast(`${prefix}${word} buys ${reward.name}`, {
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
      <Plus className="i s" aria-hidden="true" /> Add{' '}
      <span className="m">
        {prefix}
        {word}
      </span>
    </button>
  );
}
