import { commandFor, type RewardBody } from '@gully/core/rewards';
import { allSteps } from '@gully/core/routines';
import { titleOf, wordFrom } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Command, Reward } from '../api/index.js';
import { AddWord } from '../commands/index.js';
import { usePrefix, thingsQuery } from '../live/index.js';

interface InChatProps {
  readonly saved: Reward | undefined;
  /** as it is edited */
  readonly body: RewardBody;
}

/** What viewers type to buy it: words of its own, and the one for any reward. */
export function InChat({ saved, body }: InChatProps) {
  const prefix = usePrefix();
  const { data: commands } = useQuery(thingsQuery('command'));
  const doing = (reward: string): readonly Command[] =>
    (commands ?? []).filter(({ routine }) =>
      allSteps(routine.steps).some((step) => step.kind === 'redeem' && step.reward === reward),
    );
  const own = saved === undefined ? [] : doing(saved.id);
  const [any] = doing('named');
  // Several answers need a sign between them, since each may have several words.
  const asks = body.asks.filter((ask) => !ask.private).map(({ name }) => name);
  const answers = body.gives === 'bench' || asks.length === 0 ? '' : ` ${asks.join(' | ')}`;
  return (
    <section className="mt-2" aria-labelledby="typed-title">
      <h2 id="typed-title">What viewers type</h2>
      {saved === undefined ? (
        <p className="s2 text-soft">
          Once it is saved: <span className="m">{`${prefix}${wordFrom(body.name, 'reward')}${answers}`}</span>
        </p>
      ) : (
        <ul className="my-1">
          {own.map((command) => (
            <li key={command.id}>
              <Link className="m underline" to={`/prepare/commands/${command.id}`}>
                {titleOf(command, prefix)}
              </Link>
              <span className="m text-soft">{answers}</span>
              {!command.enabled && <span className="s2 text-soft"> (off)</span>}
            </li>
          ))}
          {any !== undefined && (
            <li>
              <Link className="m underline" to={`/prepare/commands/${any.id}`}>
                {titleOf(any, prefix)}
              </Link>{' '}
              <span className="m">
                {body.name}
                <span className="text-soft">{answers === '' ? '' : `:${answers}`}</span>
              </span>{' '}
              <span className="s2 text-soft">as any reward</span>
            </li>
          )}
          {own.length === 0 && any === undefined && (
            <li className="note">Nothing yet, so nobody can buy it.</li>
          )}
        </ul>
      )}
      {asks.length > 1 && (
        <p className="s2 text-soft">
          Viewers type <span className="m">|</span> between the answers.
        </p>
      )}
      {saved !== undefined && own.length === 0 && (
        <AddWord
          body={commandFor(saved.id, wordFrom(saved.name, 'reward'))}
          does={`buys ${saved.name}`}
          shownIn={thingsQuery('reward').queryKey}
        />
      )}
    </section>
  );
}
