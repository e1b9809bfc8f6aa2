import { useQuery } from '@tanstack/react-query';
import { NavLink } from 'react-router';
import { commandsQuery, countersQuery, listsQuery, routinesQuery, timersQuery } from '../live/index.js';

export type Mode = 'prepare' | 'air' | 'review';

interface Place {
  readonly to: string;
  readonly label: string;
  readonly count?: number | undefined;
}

interface IndexNavProps {
  readonly mode: Mode;
  /** a place was chosen, the current one included */
  readonly onChosen?: () => void;
}

/** The places of a mode, in groups. */
export function IndexNav({ mode, onChosen }: IndexNavProps) {
  const { data: commands } = useQuery(commandsQuery);
  const { data: routines } = useQuery(routinesQuery);
  const { data: lists } = useQuery(listsQuery);
  const { data: timers } = useQuery(timersQuery);
  const { data: counters } = useQuery(countersQuery);
  const groups: readonly { title: string; places: readonly Place[] }[] =
    mode === 'review'
      ? [
          {
            title: 'Look back',
            places: [
              { to: '/review/activity', label: 'Activity' },
              { to: '/review/viewers', label: 'Viewers' },
            ],
          },
        ]
      : [
          {
            title: 'Talk',
            places: [
              { to: '/prepare/commands', label: 'Commands', count: commands?.length },
              { to: '/prepare/routines', label: 'Routines', count: routines?.length },
              { to: '/prepare/timers', label: 'Timers', count: timers?.length },
              { to: '/prepare/lists', label: 'Lists', count: lists?.length },
              { to: '/prepare/counters', label: 'Counters', count: counters?.length },
            ],
          },
          {
            title: 'Show',
            places: [{ to: '/prepare/outputs', label: 'Outputs' }],
          },
          {
            title: 'Carry',
            places: [{ to: '/prepare/bundles', label: 'Bundles' }],
          },
        ];
  return (
    <nav className="index" aria-label={mode === 'review' ? 'Review' : 'Prepare'}>
      {groups.map(({ title, places }) => (
        <div key={title}>
          <h2>{title}</h2>
          <ul>
            {places.map(({ to, label, count }) => (
              <li key={to}>
                <NavLink to={to} onClick={onChosen}>
                  {label}
                  {count !== undefined && <span className="m">{count}</span>}
                </NavLink>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </nav>
  );
}
