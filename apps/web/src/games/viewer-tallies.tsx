import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answerOf, api } from '../api/index.js';
import { useAmounts } from '../currency/index.js';

/** How someone did in each game. */
export function ViewerTallies({ viewerId }: { readonly viewerId: string }) {
  const { full } = useAmounts();
  const { data } = useQuery({
    queryKey: ['plays', 'of', viewerId],
    queryFn: () => answerOf(api.GET('/api/plays/of/{viewer}', { params: { path: { viewer: viewerId } } })),
  });
  if (data === undefined || data.length === 0) return null;
  return (
    <table className="t">
      <thead>
        <tr>
          <th scope="col">Game</th>
          <th scope="col">Plays</th>
          <th scope="col">Up or down</th>
          <th scope="col">Best</th>
          <th scope="col">In a row</th>
        </tr>
      </thead>
      <tbody>
        {data.map(({ game, name, plays, staked, won, best, streak }) => (
          <tr key={game}>
            <td>
              <Link className="underline" to={`/review/games/${game}?viewer=${viewerId}`}>
                {name}
              </Link>
            </td>
            <td className="m text-right">{plays.toLocaleString('en')}</td>
            <td className={`m text-right ${won >= staked ? 'text-moss' : 'text-crimson'}`}>
              {won >= staked ? '+' : '−'}
              {full(Math.abs(won - staked))}
            </td>
            <td className="m text-right">{full(best)}</td>
            <td className="s2">
              {streak === 0 ? '' : streak > 0 ? `${String(streak)} won` : `${String(-streak)} lost`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
