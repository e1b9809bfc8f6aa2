import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { answerOf, api } from '../../api/index.js';
import { Bones, LoadFailed } from '../../ui/index.js';
import { Recompute } from './recompute.js';
import { Rounds } from './rounds.js';
import { Standings } from './standings.js';
import { VersionTable } from './version-table.js';
import { thingsQuery } from '../../live/index.js';

/** Review › Games: what was played beside what was to be expected, who is up and who is down, and each round. */
export function PlayedPage() {
  const { id } = useParams();
  const [search] = useSearchParams();
  const { data: games, error, refetch } = useQuery(thingsQuery('game'));
  if (games === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  const game = games.find((each) => each.id === id) ?? games.toSorted((a, b) => b.plays - a.plays)[0];
  if (game === undefined)
    return (
      <section className="editor">
        <h1>Games</h1>
        <p className="mt-1 text-soft">
          There is no game yet.{' '}
          <Link className="underline" to="/prepare/games">
            Make one
          </Link>
          , and what is played of it is shown here.
        </p>
      </section>
    );
  return (
    <div className="split-work has-open h-full">
      <section className="list" aria-label="Games">
        <header className="row">
          <h1 className="h2">Games</h1>
        </header>
        <ul className="entries">
          {games.map((each) => (
            <li key={each.id}>
              <Link
                className="entry"
                aria-current={each.id === game.id ? 'page' : undefined}
                to={`/review/games/${each.id}`}
              >
                <span className="row flex-nowrap">
                  <b className="truncate">{each.name}</b>
                  <span className="s2 m ml-auto text-soft">{each.plays.toLocaleString('en')}</span>
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <section className="editor" aria-labelledby="played-title" key={game.id}>
        <header className="row flex-wrap">
          <h2 id="played-title">{game.name} as played</h2>
          <Link className="s2 underline" to={`/prepare/games/${game.id}`}>
            Settings and odds lab
          </Link>
          <span className="ml-auto">
            <Recompute game={game.id} />
          </span>
        </header>
        <Played game={game.id} />
        <Rounds game={game.id} viewer={search.get('viewer') ?? ''} />
      </section>
    </div>
  );
}

/** What was played by each set of settings, the newest first. */
function Played({ game: of }: { readonly game: string }) {
  const {
    data,
    error: failed,
    refetch: again,
  } = useQuery({
    queryKey: ['plays', 'played', of],
    queryFn: () => answerOf(api.GET('/api/plays/games/{id}', { params: { path: { id: of } } })),
  });
  if (data === undefined)
    return failed === null ? <Bones lines={6} /> : <LoadFailed error={failed} retry={() => void again()} />;
  if (data.versions.length === 0) return <p className="text-soft">It has not been played yet.</p>;
  return (
    <>
      {data.versions.map((version, n) => (
        <VersionTable key={version.version} game={of} version={version} isNow={n === 0} />
      ))}
      <Standings played={data} />
    </>
  );
}
