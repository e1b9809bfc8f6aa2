import { GAME_KINDS, oddsOfGame } from '@gully/core/games';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { Game } from '../api/index.js';
import type { Column } from '../table/index.js';
import { drafts } from './kind.js';

interface About {
  readonly short: (amount: number) => string;
  readonly onToggle: (game: Game) => void;
}

/** What a game is set to give back of one unit, in words; of several bets or crews, from the least to the most. */
function setTo(game: Game): string {
  const returns = oddsOfGame(game).map((odds) => odds.returns.toFixed(2));
  if (returns.length === 0 || GAME_KINDS[game.kind].staked === 'nothing') return '';
  const [least, most] = [returns.toSorted()[0] ?? '', returns.toSorted().at(-1) ?? ''];
  return least === most ? least : `${least} to ${most}`;
}
const gaveBack = ({ staked, won }: Game): number | undefined => (staked === 0 ? undefined : won / staked);

/** What one wants to know of each game. */
export function columnsOf({ short, onToggle }: About): readonly Column<Game>[] {
  return [
    {
      id: 'game',
      label: 'Game',
      words: ({ name }) => name,
      by: ({ name }) => name,
      title: ({ kind }) => GAME_KINDS[kind].means,
      cell: (game) => <Name game={game} />,
      shown: 'always',
    },
    {
      id: 'kind',
      label: 'Kind',
      words: ({ kind }) => GAME_KINDS[kind].name,
      by: ({ kind }) => GAME_KINDS[kind].name,
      width: 84,
    },
    {
      id: 'stake',
      label: 'Stake',
      words: ({ stake }) => String(stake.most),
      by: ({ stake }) => stake.most,
      cell: ({ stake: { least, most } }) =>
        most === 0 ? (
          'free'
        ) : (
          <span className="m">{least === most ? short(most) : `${short(least)}–${short(most)}`}</span>
        ),
      width: 96,
    },
    {
      id: 'typed',
      label: 'Typed',
      words: ({ command }) => command ?? 'nothing yet',
      by: ({ command }) => command ?? undefined,
      cell: ({ command }) => command ?? <span className="text-ochre">nothing yet</span>,
      className: 'm',
      wide: true,
      width: 82,
    },
    {
      id: 'set',
      label: 'Expected return',
      title: () => 'of one unit staked, by its odds',
      words: setTo,
      by: setTo,
      className: 'm',
      width: 112,
    },
    {
      id: 'gave',
      label: 'Actual return',
      title: ({ staked }) => `of ${staked.toLocaleString('en')} staked so far`,
      words: (game) => gaveBack(game)?.toFixed(2) ?? '',
      by: gaveBack,
      fromHighest: true,
      cell: (game) => (
        <Link className="underline" to={`/review/games/${game.id}`}>
          {gaveBack(game)?.toFixed(2) ?? ''}
        </Link>
      ),
      className: 'm',
      width: 96,
    },
    {
      id: 'plays',
      label: 'Plays',
      words: ({ plays }) => plays.toLocaleString('en'),
      by: ({ plays }) => plays,
      fromHighest: true,
      className: 'm',
      width: 56,
    },
    {
      id: 'on',
      label: 'On',
      words: ({ enabled }) => (enabled ? 'on' : 'off'),
      by: ({ enabled }) => (enabled ? 0 : 1),
      cell: (game) => (
        <Switch.Root
          className="sw"
          checked={game.enabled}
          aria-label={`${game.name} is on`}
          onCheckedChange={() => {
            onToggle(game);
          }}
        />
      ),
      width: 48,
    },
  ];
}

function Name({ game: { id, name, fault } }: { readonly game: Game }) {
  const draft = drafts.use(id);
  return (
    <>
      <Link className="font-bold hover:underline" to={`/prepare/games/${id}`}>
        {name}
      </Link>{' '}
      {fault !== null ? (
        <span className="flag text-crimson">cannot be played</span>
      ) : (
        draft !== undefined && <span className="flag text-ochre">draft</span>
      )}
    </>
  );
}
