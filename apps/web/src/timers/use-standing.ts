import { OFFLINE } from '@gully/core/stream';
import { newState } from '@gully/core/timers';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { channelQuery, connectionQuery, standingQuery, streamQuery, timersQuery } from '../live/index.js';
import { useNow } from '../ui/index.js';
import type { Standings } from './as-forecast.js';

/**
 * The timers as they stand now, told by core from what the server said last and the time
 * that has passed since. undefined until all is known.
 *
 * @param every milliseconds between two looks at the time
 */
export function useStandings(every: number): Standings | undefined {
  const { data: timers } = useQuery(timersQuery);
  const { data: standing, dataUpdatedAt } = useQuery(standingQuery);
  const { data: stream } = useQuery(streamQuery);
  const { data: connection } = useQuery(connectionQuery);
  const { data: channel } = useQuery(channelQuery);
  const now = useNow(every);
  return useMemo(() => {
    if (timers === undefined || standing === undefined) return undefined;
    const passed = Math.max(0, now - dataUpdatedAt);
    return {
      timed: timers.map((timer) => ({
        timer,
        state: standing.states[timer.id] ?? newState(standing.running),
        fault: timer.fault ?? undefined,
      })),
      said: standing.said,
      moment: {
        running: standing.running + passed,
        at: standing.at + passed,
        stream:
          stream === undefined
            ? OFFLINE
            : { ...stream, liveSince: stream.liveSince == null ? undefined : Date.parse(stream.liveSince) },
        timeZone: channel?.timeZone ?? 'UTC',
        connected: connection?.state === 'connected' || connection?.state === 'limited',
      },
    };
  }, [timers, standing, dataUpdatedAt, stream, connection, channel, now]);
}
