import { titleOf, wordFrom } from '@gully/core/commands';
import { commandForGame, GAME_KINDS } from '@gully/core/games';
import { allSteps } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Command, Game } from '../api/index.js';
import { AddWord } from '../commands/index.js';
import { usePrefix, thingsQuery } from '../live/index.js';

interface Row {
  readonly does: 'play' | 'open';
  readonly all: readonly Command[];
  readonly words: string;
  readonly none: string;
}

const wordOf = (name: string, does: Row['does']): string =>
  does === 'play' ? wordFrom(name, 'play') : `start${wordFrom(name, 'play')}`.slice(0, 25);

/** What is typed to play it, and to open a round of it. */
export function InChat({ saved }: { readonly saved: Game | undefined }) {
  const prefix = usePrefix();
  const { data: commands } = useQuery(thingsQuery('command'));
  const doing = (does: 'play' | 'open'): readonly Command[] =>
    (commands ?? []).filter(({ routine }) =>
      allSteps(routine.steps).some(
        (step) => step.kind === 'play' && step.does === does && step.game === saved?.id,
      ),
    );
  if (saved === undefined)
    return (
      <section className="mt-4" aria-labelledby="typed-title">
        <h2 id="typed-title">What viewers type</h2>
        <p className="s2 text-soft">Save it first; then it can get a command.</p>
      </section>
    );
  const { begins } = GAME_KINDS[saved.kind];
  if (begins === 'heard')
    return (
      <section className="mt-4" aria-labelledby="typed-title">
        <h2 id="typed-title">What is typed</h2>
        <p className="s2 text-soft">No command: it listens to what viewers write.</p>
      </section>
    );
  const rows: readonly Row[] = [
    { does: 'play', all: doing('play'), words: 'plays it', none: 'Nothing yet, so nobody can play it.' },
    ...(begins === 'player'
      ? []
      : [
          {
            does: 'open' as const,
            all: doing('open'),
            words: 'opens a round',
            none: 'No command opens it; you can under On air.',
          },
        ]),
  ];
  return (
    <section className="mt-4" aria-labelledby="typed-title">
      <h2 id="typed-title">What is typed</h2>
      <ul className="my-1">
        {rows.map(({ does, all, words, none }) => (
          <li key={does} className="row flex-wrap py-0.5">
            {all.map((command) => (
              <span key={command.id}>
                <Link className="m underline" to={`/prepare/commands/${command.id}`}>
                  {titleOf(command, prefix)}
                </Link>{' '}
                <span className="s2 text-soft">{command.enabled ? words : `${words} (off)`}</span>
              </span>
            ))}
            {all.length === 0 && (
              <>
                <span className="note">{none}</span>
                <AddWord
                  body={commandForGame(saved.id, wordOf(saved.name, does), does)}
                  does={`${does === 'play' ? 'plays' : 'opens'} ${saved.name}`}
                  shownIn={thingsQuery('game').queryKey}
                />
              </>
            )}
          </li>
        ))}
      </ul>
      <p className="s2 text-soft">
        Cooldowns, who may play and <i>when</i> are those of the command. Typed with{' '}
        <span className="m">stats</span> after it, it tells someone how they did.
      </p>
    </section>
  );
}
