import { useQuery } from '@tanstack/react-query';
import { Check, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { connectionQuery, quietQuery, streamQuery, thingsQuery } from '../live/index.js';
import { useNow } from '../ui/index.js';
import { connectionWords } from './connection-words.js';

interface Found {
  readonly words: string;
  readonly to: string;
  /** what to do about it */
  readonly act: string;
}

/** Before going live: what is not as it should be, and where it is mended. */
export function ChecksPanel() {
  const { data: stream } = useQuery(streamQuery);
  const found = useFound();
  const live = stream?.live === true;
  return (
    <section className="panel" aria-labelledby="checks-title">
      <header>
        <h2 id="checks-title">Before going live</h2>
        {found?.length === 0 && (
          <span className="row ml-auto text-moss">
            <Check className="i s" aria-hidden="true" /> all is well
          </span>
        )}
        {live && found !== undefined && found.length > 0 && (
          <span className="ml-auto text-soft">
            {found.length === 1 ? '1 thing' : `${String(found.length)} things`} to check
          </span>
        )}
      </header>
      {found !== undefined && found.length > 0 && !live && (
        <ul className="lines">
          {found.map(({ words, to, act }) => (
            <li key={words}>
              <TriangleAlert className="i s flex-none text-ochre" aria-hidden="true" />
              <span className="min-w-0 flex-1">{words}</span>
              <Link className="s2 underline" to={to}>
                {act}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** undefined while not all of it is known */
function useFound(): Found[] | undefined {
  const now = useNow(10_000);
  const { data: connection } = useQuery(connectionQuery);
  const { data: quiet } = useQuery(quietQuery);
  const { data: timers } = useQuery(thingsQuery('timer'));
  const { data: commands } = useQuery(thingsQuery('command'));
  const { data: routines } = useQuery(thingsQuery('routine'));
  if (
    connection === undefined ||
    quiet === undefined ||
    timers === undefined ||
    commands === undefined ||
    routines === undefined
  )
    return undefined;
  const found: Found[] = [];
  if (connection.state !== 'connected')
    found.push({
      words: connectionWords(connection, now).brief,
      to: '/prepare/connection',
      act: 'Connection',
    });
  if (quiet.level !== 'off') found.push({ words: 'The bot is kept quiet', to: '/air', act: 'press q' });
  if (timers.length > 0 && timers.every(({ enabled }) => !enabled))
    found.push({ words: 'All timers are off', to: '/prepare/timers', act: 'Timers' });
  const broken = [
    { all: commands, one: 'command', to: '/prepare/commands' },
    { all: routines, one: 'routine', to: '/prepare/routines' },
    { all: timers, one: 'timer', to: '/prepare/timers' },
  ];
  for (const { all, one, to } of broken) {
    const faulty = all.filter(({ fault, enabled }) => fault !== null && enabled);
    const [first] = faulty;
    if (first !== undefined)
      found.push({
        words: `${String(faulty.length)} ${one}${faulty.length === 1 ? '' : 's'} cannot run`,
        to: faulty.length === 1 ? `${to}/${first.id}` : to,
        act: 'Look',
      });
  }
  return found;
}
