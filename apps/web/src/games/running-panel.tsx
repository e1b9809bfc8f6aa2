import { useQuery } from '@tanstack/react-query';
import { GAME_KINDS } from '@gully/core/games';
import { Dices, Play, Square } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { RunningGame } from '../api/index.js';
import { Name } from '../chat/index.js';
import { useAmounts } from '../currency/index.js';
import { Bones, Choice, LoadFailed, useNow } from '../ui/index.js';
import { runningQuery, useAct } from './running.js';
import { thingsQuery } from '../live/index.js';

/** On air: what is being played, with its state, a place for the streamer, and a stop that gives the stakes back. */
export function RunningPanel() {
  const { data, error, refetch } = useQuery(runningQuery);
  return (
    <section className="panel flex flex-col" aria-labelledby="running-game-title">
      <header>
        <h2 id="running-game-title">Running game</h2>
        {data !== undefined && data.running.length > 0 && (
          <span className="state ml-auto text-moss">{data.running.length} on</span>
        )}
      </header>
      {data === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <div
          className="min-h-0 flex-1 overflow-y-auto"
          tabIndex={0}
          role="group"
          aria-label="What is being played"
        >
          {data.running.length === 0 && (
            <p className="row text-soft">
              <Dices className="i s" aria-hidden="true" /> Nothing is being played.
            </p>
          )}
          {data.running.map((round) => (
            <Running key={round.id} round={round} at={data.at} />
          ))}
        </div>
      )}
      <Open />
      <p className="s2 mt-auto pt-1">
        <Link className="underline" to="/review/games">
          What was played
        </Link>
      </p>
    </section>
  );
}

function Running({ round, at }: { readonly round: RunningGame; readonly at: number }) {
  const { short } = useAmounts();
  const now = useNow(1_000);
  const act = useAct();
  const left = Math.max(0, Math.ceil((round.left - (now - at)) / 1_000));
  return (
    <article className="border-b border-line py-1.5 last:border-b-0" aria-label={round.title}>
      <p className="row flex-nowrap">
        <b className="truncate">{round.title}</b>
        <span className="s2 text-soft">
          {round.count} {round.count === 1 ? 'player' : 'players'}
          {round.pot > 0 && (
            <>
              , <span className="m">{short(round.pot)}</span> in
            </>
          )}
        </span>
        {round.until !== null && <span className="m ml-auto text-ochre">{left} s</span>}
      </p>
      {round.remaining !== null && <Remaining left={round.remaining} of={round.of} />}
      <p className="s2 text-soft">
        {round.players.map(({ viewer, name, on }, n) => (
          <span key={`${viewer} ${String(n)}`}>
            {n > 0 && ', '}
            {viewer === '' ? name : <Name viewer={viewer} name={name} />}
            {on !== '' && ` (${on})`}
          </span>
        ))}
        {round.count > round.players.length && ` and ${String(round.count - round.players.length)} more`}
      </p>
      <p className="row mt-1">
        <button
          type="button"
          className="btn s"
          title="If your balance is too low, Gully gives you what is missing"
          disabled={act.isPending}
          onClick={() => {
            act.mutate({ id: round.game, does: 'play' });
          }}
        >
          <Play className="i s" aria-hidden="true" /> Join yourself
        </button>
        <button
          type="button"
          className="btn s"
          disabled={act.isPending}
          onClick={() => {
            act.mutate({ id: round.game, does: 'stop' });
          }}
        >
          <Square className="i s" aria-hidden="true" /> Stop, give stakes back
        </button>
      </p>
    </article>
  );
}

function Remaining({ left, of }: { readonly left: number; readonly of: number | null }) {
  return (
    <p className="row flex-nowrap s2">
      {of !== null && (
        <meter className="h-2 flex-1" min={0} max={of} value={left} aria-label="What is left" />
      )}
      {left.toLocaleString('en')} left{of !== null && ` of ${of.toLocaleString('en')}`}
    </p>
  );
}

/** Opens a game by hand that may be. */
function Open() {
  const { data: games } = useQuery(thingsQuery('game'));
  const act = useAct();
  const [chosen, setChosen] = useState<string>();
  const open = (games ?? []).filter(
    ({ enabled, kind }) => enabled && ['hand', 'either'].includes(GAME_KINDS[kind].begins),
  );
  const game = open.find(({ id }) => id === chosen) ?? open[0];
  if (game === undefined) return null;
  return (
    <p className="row pt-1">
      <Choice
        label="Game to open"
        value={game.id}
        options={open.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setChosen}
      />
      <button
        type="button"
        className="btn s"
        disabled={act.isPending}
        onClick={() => {
          act.mutate({ id: game.id, does: 'open' });
        }}
      >
        Open a round
      </button>
    </p>
  );
}
