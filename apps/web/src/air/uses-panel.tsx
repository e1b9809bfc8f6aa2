import { PREFIX } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { commandsQuery } from '../live/index.js';
import { ago, Bones, exact, useNow } from '../ui/index.js';

const SHOWN = 12;

/** The commands chat used last, with how often they have been used in all. */
export function UsesPanel() {
  const now = useNow(5_000);
  const { data: commands } = useQuery(commandsQuery);
  const used = (commands ?? [])
    .filter(({ lastUse }) => lastUse !== null)
    .sort((a, b) => (b.lastUse ?? '').localeCompare(a.lastUse ?? ''))
    .slice(0, SHOWN);
  return (
    <section className="panel" aria-labelledby="uses-title">
      <header>
        <h2 id="uses-title">Commands</h2>
        <span className="s2 text-soft">last used</span>
      </header>
      {commands === undefined ? (
        <Bones lines={5} />
      ) : used.length === 0 ? (
        <p className="text-soft">
          None has been used yet.{' '}
          <Link className="underline" to="/prepare/commands">
            Prepare some
          </Link>
          .
        </p>
      ) : (
        <div className="min-h-0 overflow-y-auto" tabIndex={0} role="group" aria-label="Commands last used">
          <ul className="lines">
            {used.map(({ id, name, uses, lastUse }) => (
              <li key={id}>
                <Link className="m hover:underline" to={`/prepare/commands/${id}`}>
                  {PREFIX}
                  {name}
                </Link>
                <span className="m ml-auto">{uses.toLocaleString('en')}</span>
                <span className="s2 w-20 text-right text-soft" title={exact(lastUse ?? '')}>
                  {ago(lastUse ?? '', now)}
                </span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
