import { useQuery } from '@tanstack/react-query';
import { ShieldAlert } from 'lucide-react';
import { Link } from 'react-router';
import { guardQuery, isOn } from './queries.js';

/** In the top bar: the guard is on, and can do nothing about what it catches. */
export function RecordsOnly() {
  const { data: guard } = useQuery(guardQuery);
  if (guard?.powerless == null || !isOn(guard.value)) return null;
  return (
    <Link
      className="state text-ochre"
      to="/prepare/filters"
      title={`${guard.powerless}. Nothing is done about what it catches.`}
    >
      <ShieldAlert className="i s" aria-hidden="true" /> Guard only records
    </Link>
  );
}
