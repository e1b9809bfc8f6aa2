import { useQuery } from '@tanstack/react-query';
import { Navigate } from 'react-router';
import { connectionQuery } from '../live/index.js';

/** Where one comes in: the commands, or with nothing set yet where the room is asked for. */
export function Landing() {
  const { data: connection, isPending } = useQuery(connectionQuery);
  if (isPending) return null;
  return (
    <Navigate to={connection?.state === 'unset' ? '/prepare/connection' : '/prepare/commands'} replace />
  );
}
