import { holdsTimers } from '@gully/core/quiet';
import { streamFrom } from '@gully/core/stream';
import { newState, timersInOrder } from '@gully/core/timers';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import {
  breathingQuery,
  channelQuery,
  connectionQuery,
  quietQuery,
  standingQuery,
  streamQuery,
  thingsQuery,
} from '../live/index.js';
import { useNow } from '../ui/index.js';
import type { Standings } from './as-forecast.js';

interface ShownStandings extends Standings {
  /** those that fire first in front */
  readonly inOrder: ReturnType<typeof timersInOrder>;
}

/**
 * The timers as they stand now, told by core from what the server said last and the time
 * that has passed since. undefined until all is known.
 *
 * @param every milliseconds between two looks at the time
 */
export function useStandings(every: number): ShownStandings | undefined {
  const { data: timers } = useQuery(thingsQuery('timer'));
  const { data: standing, dataUpdatedAt } = useQuery(standingQuery);
  const { data: breathing } = useQuery(breathingQuery);
  const { data: stream } = useQuery(streamQuery);
  const { data: connection } = useQuery(connectionQuery);
  const { data: quiet } = useQuery(quietQuery);
  const { data: channel } = useQuery(channelQuery);
  const now = useNow(every);
  return useMemo(() => {
    if (timers === undefined || standing === undefined || breathing === undefined) return undefined;
    const passed = Math.max(0, now - dataUpdatedAt);
    const timed = timers.map((timer) => ({
      timer,
      state: standing.states[timer.id] ?? newState(standing.running),
      fault: timer.fault ?? undefined,
    }));
    const moment = {
      running: standing.running + passed,
      at: standing.at + passed,
      stream: streamFrom(stream),
      timeZone: channel?.timeZone ?? 'UTC',
      quiet:
        quiet !== undefined &&
        holdsTimers(
          { level: quiet.level, until: quiet.until === null ? null : Date.parse(quiet.until) },
          now,
        ),
      connected: connection?.state === 'connected' || connection?.state === 'limited',
    };
    const { said } = standing;
    return { timed, said, moment, inOrder: timersInOrder(timed, said, breathing.value, moment) };
  }, [timers, standing, breathing, dataUpdatedAt, stream, connection, channel, quiet, now]);
}
