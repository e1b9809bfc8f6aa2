import { useInfiniteQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answerOf, api, type GameRound } from '../../api/index.js';
import { Name } from '../../chat/index.js';
import { useAmounts } from '../../currency/index.js';
import { Ago, Bones, LoadFailed } from '../../ui/index.js';
import { Recompute } from './recompute.js';

const PAGE = 30;
/** Players of a round that are listed. */
const LISTED = 8;

/** Each round of a game, the newest first, with the numbers it was decided by. */
export function Rounds({ game, viewer }: { readonly game: string; readonly viewer: string }) {
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['plays', 'rounds', game, viewer],
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) =>
      answerOf(
        api.GET('/api/plays', {
          params: {
            query: {
              game,
              limit: PAGE,
              ...(viewer === '' ? {} : { viewer }),
              ...(pageParam === undefined ? {} : { before: pageParam }),
            },
          },
        }),
      ),
    getNextPageParam: (last) => (last.length < PAGE ? undefined : last.at(-1)?.id),
  });
  const rounds = data?.pages.flat();
  return (
    <section className="mt-4" aria-labelledby="rounds-title">
      <h3 className="font-bold" id="rounds-title">
        Rounds{' '}
        {viewer !== '' && (
          <Link className="s2 font-normal underline" to={`/review/games/${game}`}>
            of all viewers
          </Link>
        )}
      </h3>
      {rounds === undefined ? (
        error === null ? (
          <Bones lines={6} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <ul>
          {rounds.map((round) => (
            <Round key={round.id} round={round} />
          ))}
        </ul>
      )}
      {hasNextPage && (
        <button
          type="button"
          className="btn s mt-2"
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          Show older
        </button>
      )}
    </section>
  );
}

const OVER: Readonly<Record<GameRound['over'], string>> = {
  ended: '',
  stopped: 'stopped, stakes given back',
  restart: 'cut short by a restart, stakes given back',
  open: 'still open',
};

function Round({ round }: { readonly round: GameRound }) {
  const { full } = useAmounts();
  const plays = round.plays.filter(({ viewer, stake }) => viewer !== '' || stake > 0);
  return (
    <li className="border-b border-line py-0.5 last:border-b-0">
      <details className="unfolds">
        <summary className="row cursor-pointer">
          <span className="s2 w-24 text-soft">
            <Ago at={round.startedAt} />
          </span>
          <span className="min-w-0 flex-1 truncate">
            {plays.slice(0, LISTED).map(({ viewer, name, paid, stake, outcome, shown }, n) => (
              <span key={n}>
                {n > 0 && ', '}
                {viewer === '' ? name : <Name viewer={viewer} name={name} />}
                {shown !== '' && ` ${shown}`}
                {outcome !== null && (
                  <span className={`m ${paid >= stake ? 'text-moss' : 'text-crimson'}`}>
                    {' '}
                    {paid >= stake ? '+' : '−'}
                    {Math.abs(paid - stake).toLocaleString('en')}
                  </span>
                )}
              </span>
            ))}
            {plays.length > LISTED && ` and ${String(plays.length - LISTED)} more`}
          </span>
          {OVER[round.over] !== '' && <span className="s2 text-ochre">{OVER[round.over]}</span>}
        </summary>
        <div className="py-1 pl-6">
          <table className="t !w-auto">
            <thead>
              <tr>
                <th scope="col">Who</th>
                <th scope="col">Typed</th>
                <th scope="col">Staked</th>
                <th scope="col">Paid out</th>
                <th scope="col">Numbers drawn</th>
              </tr>
            </thead>
            <tbody>
              {round.plays.map(({ name, typed, stake, paid, outcome, numbers }, n) => (
                <tr key={n}>
                  <td>{name}</td>
                  <td>{typed}</td>
                  <td className="m text-right">{full(stake)}</td>
                  <td className="m text-right">{outcome === null ? '' : full(paid)}</td>
                  <td className="m s2">{numbers.join(' ')}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {round.over === 'ended' && (
            <p className="row mt-1">
              <span className="s2 text-soft">by version {round.version} of the settings</span>
              <Recompute game={round.game} round={round.id} />
            </p>
          )}
        </div>
      </details>
    </li>
  );
}
