import { useQuery } from '@tanstack/react-query';
import { Link2 } from 'lucide-react';
import { useNow } from '../ui/index.js';
import { gracesQuery } from './queries.js';

/** Who may post links just now, and for how much longer. */
export function Graces() {
  const { data: graces = [] } = useQuery(gracesQuery);
  const now = useNow(1_000);
  const open = graces.filter(({ until }) => Date.parse(until) > now);
  if (open.length === 0) return null;
  return (
    <ul className="graces" aria-label="Who may post links">
      {open.map(({ viewer, name, until }) => (
        <li key={viewer} className="row">
          <Link2 className="i s" aria-hidden="true" />
          <span className="min-w-0 truncate">
            <b>{name}</b> may post links
          </span>
          <span className="m ml-auto">{left(Date.parse(until) - now)}</span>
        </li>
      ))}
    </ul>
  );
}

/** `1:05` */
function left(milliseconds: number): string {
  const seconds = Math.ceil(milliseconds / 1000);
  return `${String(Math.floor(seconds / 60))}:${String(seconds % 60).padStart(2, '0')}`;
}
