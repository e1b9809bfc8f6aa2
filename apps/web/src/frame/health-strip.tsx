import { useQuery } from '@tanstack/react-query';
import { HardDrive } from 'lucide-react';
import { healthQuery } from '../live/index.js';
import { ago, exact, useNow } from '../ui/index.js';

/** Stands over every place while what happens is not stored: what is wrong, what is kept, and what to do. */
export function HealthStrip() {
  const { data } = useQuery(healthQuery);
  const now = useNow(10_000);
  if (data === undefined || data.ok) return null;
  return (
    <div className="health" role="alert">
      <HardDrive className="i s shrink-0 translate-y-0.5" aria-hidden="true" />
      <p>
        {data.words}
        {data.since !== null && (
          <span className="text-soft" title={exact(data.since)}>
            {' '}
            It began {ago(data.since, now)}.
          </span>
        )}
      </p>
    </div>
  );
}
