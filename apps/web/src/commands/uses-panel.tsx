import { titleOf } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { usePrefix, thingsQuery } from '../live/index.js';
import { ago, Bones, exact, useNow } from '../ui/index.js';

const SHOWN = 12;

/** The commands chat used last, with how often they have been used in all. */
export function UsesPanel() {
  const now = useNow(5_000);
  const prefix = usePrefix();
  const { data: commands } = useQuery(thingsQuery('command'));
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
            {used.map((command) => (
              <li key={command.id}>
                <Link className="m hover:underline" to={`/prepare/commands/${command.id}`}>
                  {titleOf(command, prefix)}
                </Link>
                <span className="m ml-auto">{command.uses.toLocaleString('en')}</span>
                <span className="s2 w-20 text-right text-soft" title={exact(command.lastUse ?? '')}>
                  {ago(command.lastUse ?? '', now)}
                </span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
